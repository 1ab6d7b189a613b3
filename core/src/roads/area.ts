import { contours } from 'd3-contour';
import type { LonLat } from '../geo/distance.js';
import { turning, wound } from '../geo/winding.js';
import { fromPlane } from './network.js';
import { crossingOf, WALKING } from './crossing.js';
import { sweep } from './sweep.js';
import type { Reach } from './sweep.js';
import { isFixedAtPlace, placeOf, secondsOfDay } from './travel.js';
import type { Travel } from './travel.js';
import type { TravelTimes } from './travelTimes.js';

/** How far off a road its area is drawn, in metres. */
const BESIDE = 150;
/** Side of a cell in metres, and the most cells across. */
const FINEST = 25;
const MOST_CELLS = 420;
/** Holes of fewer cells are not drawn: yards between streets, which are reached from them. */
const LEAST_HOLE = 60;

/**
 * The ground within so many seconds of a sweep's start, drawn along the roads that are reached and some way beside them.
 *
 * @returns polygons in degrees, outlines counter-clockwise and holes clockwise (RFC 7946)
 */
export function areaOf(reach: Reach, limit: number): LonLat[][][] {
  const grid = gridAbout(reach, limit);
  if (!grid) return [];
  const { columns, rows, west, south, cell } = grid;
  stretch(grid);
  const [drawn] = contours().size([columns, rows]).thresholds([0])(grid.spare as unknown as number[]);
  const place = ([c = 0, r = 0]: readonly number[]): LonLat =>
    fromPlane(reach.network, [west + c * cell, south + r * cell]).map(
      (degrees) => Math.round(degrees * 1e6) / 1e6,
    ) as unknown as LonLat;
  const parts = (drawn?.coordinates ?? []).map(([outline = [], ...holes]) => [
    outline,
    ...holes.filter((hole) => Math.abs(turning(hole as [number, number][])) / 2 > LEAST_HOLE),
  ]);
  return wound(parts.map((rings) => rings.map((ring) => ring.map(place))));
}

/** The ground within a journey's minutes of its place; null where no road is near the place. */
export function areaWithin(times: TravelTimes, travel: Travel & { readonly minutes: number }): LonLat[][][] | null {
  const at = times.snap(placeOf(travel), travel.by);
  if (!at) return null;
  const limit = 60 * travel.minutes;
  // where the other end's time is the one that is fixed, the place's is that of journeys that take all the minutes
  const late = isFixedAtPlace(travel) ? 0 : travel.to ? limit : -limit;
  const start = { at, clock: secondsOfDay(travel) + late, forwards: travel.from !== undefined, on: travel.on, by: travel.by };
  return areaOf(sweep(times.network, start, { limit }), limit);
}

/** Cells over the roads that are reached, on the network's plane, with the seconds to spare at each and how far it lies off a road. */
interface Grid {
  readonly west: number;
  readonly south: number;
  readonly cell: number;
  readonly columns: number;
  readonly rows: number;
  readonly spare: Float64Array;
  readonly off: Float64Array;
}

function gridAbout(reach: Reach, limit: number): Grid | null {
  let [west, south, east, north] = [Infinity, Infinity, -Infinity, -Infinity];
  forEachPoint(reach, limit, Infinity, (x, y) => {
    west = Math.min(west, x);
    south = Math.min(south, y);
    east = Math.max(east, x);
    north = Math.max(north, y);
  });
  if (west > east) return null;
  const cell = Math.max(FINEST, Math.max(east - west, north - south) / MOST_CELLS);
  const rim = Math.ceil(BESIDE / cell) + 2;
  [west, south] = [west - rim * cell, south - rim * cell];
  const columns = Math.ceil((east - west) / cell) + rim;
  const rows = Math.ceil((north - south) / cell) + rim;
  const spare = new Float64Array(columns * rows).fill(-BESIDE / WALKING);
  const off = new Float64Array(columns * rows).fill(Infinity);
  forEachPoint(reach, limit, cell, (x, y, seconds) => {
    const at = Math.floor((y - south) / cell) * columns + Math.floor((x - west) / cell);
    if (limit - seconds <= (spare[at] as number) && off[at] === 0) return;
    spare[at] = limit - seconds;
    off[at] = 0;
  });
  return { west, south, cell, columns, rows, spare, off };
}

/** From each road cell on to its neighbours and theirs, at walking pace, as far as the area goes beside a road: once up, once down. */
function stretch({ columns, rows, cell, spare, off }: Grid): void {
  const pass = (at: number, from: number, metres: number): void => {
    const away = (off[from] as number) + metres;
    const left = (spare[from] as number) - metres / WALKING;
    if (away > BESIDE || left <= (spare[at] as number)) return;
    spare[at] = left;
    off[at] = away;
  };
  const aslant = cell * Math.SQRT2;
  for (const way of [1, -1]) {
    for (let i = columns + 1; i < columns * (rows - 1) - 1; i++) {
      const at = way === 1 ? i : columns * rows - 1 - i;
      pass(at, at - way, cell);
      pass(at, at - way * columns, cell);
      pass(at, at - way * (columns + 1), aslant);
      pass(at, at - way * (columns - 1), aslant);
    }
  }
}

/** Points along the roads that are reached in time, so many metres apart at most: metres east and north on the network's plane, seconds. */
function forEachPoint(reach: Reach, limit: number, apart: number, use: (x: number, y: number, seconds: number) => void): void {
  const { network, start, entered } = reach;
  const { tails, plane, metres, boarding } = network;
  const crossing = crossingOf(network, start);
  for (let arc = 0; arc < entered.length; arc++) {
    const from = entered[arc] as number;
    if (from > limit) continue;
    const length = metres[arc >> 1] as number;
    const met = 2 * (tails[start.forwards ? arc : arc ^ 1] as number);
    const other = 2 * (tails[start.forwards ? arc ^ 1 : arc] as number);
    const whole = crossing(arc, length, from);
    // nobody gets off between two landings
    const share = (boarding[arc >> 1] as number) > 0 ? 0 : Math.min(1, (limit - from) / whole);
    const steps = Math.ceil((length * share) / apart);
    for (let i = 0; i <= steps; i++) {
      const along = steps === 0 ? 0 : (share * i) / steps;
      const x = (plane[met] as number) * (1 - along) + (plane[other] as number) * along;
      const y = (plane[met + 1] as number) * (1 - along) + (plane[other + 1] as number) * along;
      use(x, y, from + whole * along);
    }
  }
  // the edge that it starts on, of which only a part is driven
  const { edge } = start.at;
  const steps = Math.max(1, Math.ceil((metres[edge] as number) / Math.min(apart, FINEST)));
  const [a, b] = [2 * (tails[2 * edge] as number), 2 * (tails[2 * edge + 1] as number)];
  for (let i = 0; i <= steps; i++) {
    const share = i / steps;
    const seconds = reach.secondsTo({ edge, share, off: 0 });
    if (seconds > limit) continue;
    const x = (plane[a] as number) * (1 - share) + (plane[b] as number) * share;
    use(x, (plane[a + 1] as number) * (1 - share) + (plane[b + 1] as number) * share, seconds);
  }
}
