import { destination, Engine, EMPTY_SEARCH, figureOf } from '@perambula/core';
import type { DrawnShape, ListingRecord, LonLat, Search } from '@perambula/core';
import { booleanPointInPolygon } from '@turf/boolean-point-in-polygon';
import { point, polygon } from '@turf/helpers';
import { measured, report } from './measure.js';
import { simdKernel } from './simdKernel.js';

const CORNERS = 10_000;
const POINTS = 1_000_000;
/** So few for turf, whose time grows with points and corners alike. */
const SAMPLE = 5000;
const REPEATS = 9;
const NOW = { now: Date.UTC(2026, 3, 14), zone: 'America/New_York' };

/** A bound of 10,000 corners against a million homes: the engine, bound new each time, and turf on a part of them. */
export function benchBounds(): void {
  const homes = Array.from({ length: POINTS }, (_, i): ListingRecord => {
    // an even spread without a pattern: the golden ratio and the plastic number
    const [u, v] = [(i * 0.618033988749895) % 1, (i * 0.7548776662466927) % 1];
    const [Longitude, Latitude] = [-66.15 + 0.3 * u, 40.45 + 0.3 * v].map((degrees) => Math.round(degrees * 1e7) / 1e7);
    return { ListingKey: String(i), PropertyType: 'Residential', StandardStatus: 'Active', Longitude, Latitude };
  });
  const whole = engineOf(homes);
  const few = engineOf(homes.slice(0, SAMPLE));
  const times: number[] = [];
  for (let i = 0; i < REPEATS; i++) times.push(timed(() => whole.count(within(shapeOf(i)), NOW)));
  const turf: number[] = [];
  for (let i = 0; i < 3; i++) {
    const shape = shapeOf(i);
    const rings = (shape as Extract<DrawnShape, { type: 'Polygon' }>).coordinates.map((ring) => ring.map(([x, y]) => [x, y]));
    const outline = polygon(rings);
    const points = homes.slice(0, SAMPLE).map((home) => point([Number(home['Longitude']), Number(home['Latitude'])]));
    let inside = 0;
    turf.push(timed(() => (inside = points.filter((each) => booleanPointInPolygon(each, outline)).length)));
    const { fit } = few.count(within(shape), NOW);
    if (fit !== inside) throw new Error(`turf finds ${inside} of ${SAMPLE} homes inside, the engine ${fit}.`);
  }
  const scaled = turf.map((ms) => (ms * POINTS) / SAMPLE);
  const [ours, theirs] = [
    measured('the engine, a bound new to it', times),
    measured(`turf, ${SAMPLE} of them, reckoned up`, scaled),
  ];
  const many = Array.from({ length: 50 }, (_, i) => ({
    mode: i % 5 === 4 ? ('out' as const) : ('in' as const),
    shape: shapeOf(i, 200),
  }));
  report(
    `A bound of ${CORNERS.toLocaleString('en-US')} corners, ${POINTS.toLocaleString('en-US')} homes; ${SAMPLE} of them with the same answers as turf’s`,
    [
      ours,
      theirs,
      measured(
        'the one figure of 50 bounds of 200 corners',
        Array.from({ length: REPEATS }, () => timed(() => figureOf(many))),
      ),
    ],
  );
  console.log(`  turf takes ${Math.round(theirs.median / ours.median).toLocaleString('en-US')} times as long`);
}

/** A star with as many notches as corners, other each time. */
function shapeOf(turn: number, corners = CORNERS): DrawnShape {
  const centre: LonLat = [-66 + turn / 5000, 40.6];
  const ring = Array.from({ length: corners }, (_, i) =>
    destination(centre, -(360 * i) / corners, 6000 + 1500 * Math.sin(i / 40) + (i % 2) * 60),
  );
  return { type: 'Polygon', coordinates: [[...ring, ring[0] as LonLat]] };
}

function within(shape: DrawnShape): Search {
  return { ...EMPTY_SEARCH, bounds: [{ id: 'b', mode: 'in', shape }] };
}

function engineOf(homes: readonly ListingRecord[]): Engine {
  const engine = new Engine(simdKernel());
  engine.put(homes);
  return engine;
}

function timed(work: () => unknown): number {
  const from = performance.now();
  work();
  return performance.now() - from;
}
