import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { workerData } from 'node:worker_threads';
import { setImmediate as turn } from 'node:timers/promises';
import { areaWithin, onFoot, placesOf, routeOf, tabling, WAYS } from '@perambula/core';
import type {
  Journey,
  LonLat,
  MadeSweeps,
  MapFile,
  MapPlace,
  OnFoot,
  Route,
  TableAsk,
  Travel,
  TravelTable,
  TravelTime,
} from '@perambula/core';
import { Roads } from '../common/roadFile.js';
import { answerCalls, Dropped } from '../common/thread.js';

/** What the roads' thread can be asked; null where no road is near, or no way leads. */
export interface RoadCalls {
  area: { ask: TravelTime; answer: LonLat[][][] | null };
  route: { ask: Journey; answer: Route | null };
  /** The ways of journeys one after the other; null where none leads. */
  routes: { ask: readonly Journey[]; answer: (Route | null)[] };
  /** The drives between some places; null while the county has no roads. */
  table: { ask: TableAsk; answer: TravelTable | null };
  /** The nearest of what one walks to. */
  onFoot: { ask: LonLat; answer: OnFoot[] };
  /** What a journey is measured by, in memory that all threads read. */
  sweeps: { ask: Travel; answer: MadeSweeps };
}

const { countyDir } = workerData as { countyDir: string };
const roads = new Roads(countyDir);
let places: readonly MapPlace[] | undefined;

// whoever asks first need not wait for it
if (roads.times) for (const by of WAYS) roads.times.snapper(by);

answerCalls<RoadCalls>({
  area: (within) => (roads.times ? areaWithin(roads.times, within) : null),
  route: (journey) => (roads.times ? routeOf(roads.times, journey) : null),
  onFoot: (from) => (roads.times ? onFoot(roads.times, (places ??= readPlaces()), from) : []),
  async routes(journeys, { isDropped }) {
    const found: (Route | null)[] = [];
    for (const journey of journeys) {
      await letOthersGo(isDropped);
      found.push(roads.times ? routeOf(roads.times, journey) : null);
    }
    return found;
  },
  table: (ask, { isDropped }) => (roads.times ? finished(tabling(roads.times, ask), isDropped) : Promise.resolve(null)),
  async sweeps(travel, { isDropped }) {
    const made = roads.times ? await finished(roads.times.sweeping(travel), isDropped) : { sweeps: [] };
    return { travel, sweeps: new Map([...made.sweeps].map(([clock, entered]) => [clock, shared(entered)])) };
  },
});

/** What comes of work that is done in steps, between which others have their turn. */
async function finished<T>(work: Generator<void, T>, isDropped: () => boolean): Promise<T> {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    await letOthersGo(isDropped);
  }
}

/** @throws Dropped where nobody waits for it any more */
async function letOthersGo(isDropped: () => boolean): Promise<void> {
  await turn();
  if (isDropped()) throw new Dropped();
}

/** The places on the county's map, read when they are first asked for; none while there is no such file. */
function readPlaces(): MapPlace[] {
  const file = join(countyDir, 'far.geojson');
  return existsSync(file) ? placesOf(JSON.parse(readFileSync(file, 'utf8')) as MapFile) : [];
}

function shared(numbers: Float64Array): Float64Array {
  const copy = new Float64Array(new SharedArrayBuffer(numbers.byteLength));
  copy.set(numbers);
  return copy;
}
