import { FOOT } from './network.js';
import type { RoadNetwork } from './network.js';
import type { Snap } from './snap.js';
import { DAYS, QUARTER, QUARTERS } from './travel.js';
import type { Day, Way } from './travel.js';

/** Metres a second on foot: three miles an hour (common practice). */
export const WALKING = 1.34112;
/** Metres a second between a road and a place off it, for cars. */
const DRIVEWAY = 4.4704;

/** Where and when a sweep begins. */
export interface Start {
  readonly at: Snap;
  /** Seconds since midnight. */
  readonly clock: number;
  /** Forwards: journeys that leave there then. Backwards: journeys that arrive there then. */
  readonly forwards: boolean;
  readonly on: Day;
  readonly by: Way;
}

/**
 * Seconds over a part of an arc that is entered so many seconds after the start (forwards), or left so many before it
 * (backwards).
 */
export type Crossing = (arc: number, metres: number, elapsed: number) => number;

/**
 * Seconds that it takes to cover so many metres at speeds that change by the quarter of an hour, from so many seconds
 * after the start on (backwards: until so many before it). What is left of the way goes on at the next quarter's speed,
 * so that who sets out later never arrives earlier (S. Ichoua, M. Gendreau, J.-Y. Potvin, Vehicle dispatching with
 * time-dependent travel times, EJOR 144, 2003). Backwards is the exact inverse of forwards. The day repeats at midnight.
 *
 * @param speeds  metres a second, QUARTERS of them from each `base` on
 */
export function covering(
  speeds: Float64Array,
  { clock, forwards }: Pick<Start, 'clock' | 'forwards'>,
): (metres: number, elapsed: number, base: number) => number {
  const sign = forwards ? 1 : -1;
  return (metres, elapsed, base) => {
    let now = clock + sign * elapsed;
    let left = metres;
    let taken = 0;
    for (;;) {
      const quarter = forwards ? Math.floor(now / QUARTER) : Math.ceil(now / QUARTER) - 1;
      const ofDay = quarter >= 0 && quarter < QUARTERS ? quarter : ((quarter % QUARTERS) + QUARTERS) % QUARTERS;
      const speed = speeds[base + ofDay] as number;
      const room = forwards ? (quarter + 1) * QUARTER - now : now - quarter * QUARTER;
      if (speed * room >= left) return taken + left / speed;
      left -= speed * room;
      taken += room;
      now += sign * room;
    }
  };
}

/** How long the parts of a network's roads take to whoever makes a start; waits for a ferry are part of it. */
export function crossingOf({ speeds, profileOf, boarding, foot }: RoadNetwork, start: Start): Crossing {
  const day = DAYS.indexOf(start.on) * QUARTERS;
  const cover = covering(speeds, start);
  const driven: Crossing = (arc, metres, elapsed) => {
    const wait = boarding[arc >> 1] as number;
    const base = (profileOf[arc] as number) * QUARTERS * DAYS.length + day;
    return wait + cover(metres, start.forwards ? elapsed + wait : elapsed, base);
  };
  if (start.by === 'car') return driven;
  const rides = FOOT.indexOf('ride');
  return (arc, metres, elapsed) => (foot[arc >> 1] === rides ? driven(arc, metres, elapsed) : metres / WALKING);
}

/** Seconds between a place and its nearest road. */
export function offRoad({ off }: Snap, by: Way): number {
  return off / (by === 'car' ? DRIVEWAY : WALKING);
}
