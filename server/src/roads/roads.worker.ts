import { workerData } from 'node:worker_threads';
import { areaWithin, routeOf } from '@perambula/core';
import type { Journey, LonLat, Route, TravelTime } from '@perambula/core';
import { Roads } from '../common/roadFile.js';
import { answerCalls } from '../common/thread.js';

/** What the roads' thread can be asked; null where no road is near, or no way leads. */
export interface RoadCalls {
  area: { ask: TravelTime; answer: LonLat[][][] | null };
  route: { ask: Journey; answer: Route | null };
}

const roads = new Roads((workerData as { countyDir: string }).countyDir);

answerCalls<RoadCalls>({
  area: (within) => (roads.times ? areaWithin(roads.times, within) : null),
  route: (journey) => (roads.times ? routeOf(roads.times, journey) : null),
});
