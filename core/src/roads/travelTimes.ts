import type { LonLat } from '../geo/distance.js';
import { Landmarks } from './landmarks.js';
import type { RoadNetwork } from './network.js';
import { FARTHEST_OFF, Snapper } from './snap.js';
import type { Snap } from './snap.js';
import { crossingOf } from './crossing.js';
import type { Start } from './crossing.js';
import { Reach, sweep } from './sweep.js';
import { isFixedAtPlace, placeOf, secondsOfDay } from './travel.js';
import type { Travel, Way } from './travel.js';

/** Bytes of sweeps kept. */
const MOST_BYTES = 32 * 2 ** 20;
/** Seconds between the times tried for a journey whose far end is the one that is not fixed, and the longest such journey. */
const STEP = 120;
const LONGEST = 3 * 3600;

const LAST_STEP = LONGEST / STEP;

/** The sweeps that a journey is measured by, as plain data for another thread: by the clock that each begins at, the seconds of every arc. */
export interface MadeSweeps {
  readonly travel: Travel;
  readonly sweeps: ReadonlyMap<number, Float64Array>;
}

/** How long journeys between one place and any other take, on the roads of a county. */
export class TravelTimes {
  private readonly snappers: Partial<Record<Way, Snapper>> = {};
  private readonly knownLandmarks: Partial<Record<Way, Landmarks>> = {};
  private readonly kept = new Map<string, Reach>();
  /** What another thread made. */
  private readonly lent = new Map<string, Reach>();

  constructor(readonly network: RoadNetwork) {}

  /** The nearest road to a place; null when none is near. */
  snap(place: LonLat, by: Way): Snap | null {
    return this.snapper(by).nearest(place);
  }

  snapper(by: Way): Snapper {
    return (this.snappers[by] ??= new Snapper(this.network, by));
  }

  /** Bounds on times, for routes; made when the first one is asked for. */
  landmarks(by: Way): Landmarks {
    return (this.knownLandmarks[by] ??= new Landmarks(this.network, by));
  }

  /** Whole seconds of a journey between its place and a listing's; null when there is no way. */
  secondsAt(travel: Travel, place: LonLat): number | null {
    const snap = this.snap(place, travel.by);
    const seconds = snap ? this.journeys(travel)(snap) : Infinity;
    return Number.isFinite(seconds) ? Math.round(seconds) : null;
  }

  /**
   * Measures journeys to or from one place. Those that arrive at it, or leave it, at the time given are exact. Of those
   * that arrive at or leave the *listing* at that time, the time at the place is found between two that lie two minutes
   * apart; the result is within some seconds of the exact one.
   */
  journeys(travel: Travel): (listing: Snap) => number {
    const at = this.snap(placeOf(travel), travel.by);
    if (!at) return () => Infinity;
    if (isFixedAtPlace(travel)) {
      const reach = this.reach(travel, at, secondsOfDay(travel));
      return (listing) => reach.secondsTo(listing);
    }
    const clockAt = clocksOf(travel);
    const isLent = (step: number): boolean => this.lent.has(keyOf(travel, at, clockAt(step)));
    const reaches: Reach[] = [];
    const reachAt = (step: number): Reach => (reaches[step] ??= this.reach(travel, at, clockAt(step)));
    let high = 0;
    while (high < LAST_STEP && isLent(high + 1)) high++;
    return (listing) => {
      const spare = (step: number): number => step * STEP - reachAt(step).secondsTo(listing);
      // where no way leads, none leads at any time
      const isEnough = high > 0 && (spare(high) >= 0 || spare(high) === -Infinity);
      return betweenSteps(spare, isEnough ? high : LAST_STEP);
    };
  }

  /** Makes the sweeps that journeys to or from a place are measured by; it can be stopped after each, and what was made is kept. */
  *sweeping(travel: Travel): Generator<void, MadeSweeps> {
    const sweeps = new Map<number, Float64Array>();
    const at = this.snap(placeOf(travel), travel.by);
    if (!at) return { travel, sweeps };
    const clockAt = clocksOf(travel);
    const last = isFixedAtPlace(travel) ? 0 : LAST_STEP;
    for (let step = 0; step <= last; step++) {
      const reach = this.reach(travel, at, clockAt(step));
      sweeps.set(clockAt(step), reach.entered);
      if (step > 0 && this.isWithin(reach, step * STEP)) break;
      yield;
    }
    return { travel, sweeps };
  }

  /** Takes sweeps that another thread made, instead of those taken before. */
  takeSweeps(made: readonly MadeSweeps[]): void {
    this.lent.clear();
    for (const { travel, sweeps } of made) {
      const at = this.snap(placeOf(travel), travel.by);
      if (!at) continue;
      for (const [clock, entered] of sweeps) {
        const start = startOf(travel, at, clock);
        const reach = new Reach(this.network, start, entered, NO_ARCS, crossingOf(this.network, start));
        this.lent.set(keyOf(travel, at, clock), reach);
      }
    }
  }

  /** Whether a sweep comes to every road that it can come to, and to what lies farthest from it, within so many seconds. */
  private isWithin(reach: Reach, seconds: number): boolean {
    for (let edge = 0; edge < this.network.edges; edge++)
      for (const share of [0, 1]) {
        const taken = reach.secondsTo({ edge, share, off: FARTHEST_OFF });
        if (taken > seconds && taken < Infinity) return false;
      }
    return true;
  }

  /** The sweep from a place at a time, kept for as long as it is asked for. */
  reach(travel: Travel, at: Snap, clock: number): Reach {
    const key = keyOf(travel, at, clock);
    const lent = this.lent.get(key);
    if (lent) return lent;
    const reach = this.kept.get(key) ?? sweep(this.network, startOf(travel, at, clock));
    // the last in the map is the latest used
    this.kept.delete(key);
    this.kept.set(key, reach);
    const most = Math.max(2, Math.floor(MOST_BYTES / Math.max(1, 24 * this.network.edges)));
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= most) break;
      this.kept.delete(oldest);
    }
    return reach;
  }
}

const NO_ARCS = new Int32Array(0);

function startOf({ from, on, by }: Travel, at: Snap, clock: number): Start {
  return { at, clock, forwards: from !== undefined, on, by };
}

function keyOf({ from, on, by }: Travel, at: Snap, clock: number): string {
  return [at.edge, at.share, at.off, clock, from !== undefined, on, by].join();
}

/** The place's own time, step by step: later than the listing's where one goes to it, earlier where one comes from it. */
function clocksOf(travel: Travel): (step: number) => number {
  const clock = secondsOfDay(travel);
  const sign = travel.from === undefined ? 1 : -1;
  return (step) => clock + sign * step * STEP;
}

/** The least time at which there is time to spare, between the last step with none and the first with some. */
function betweenSteps(spare: (step: number) => number, from: number): number {
  let [low, high] = [0, from];
  let spareAtHigh = spare(high);
  if (!(spareAtHigh >= 0)) return Infinity;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    const found = spare(middle);
    if (found >= 0) [high, spareAtHigh] = [middle, found];
    else low = middle;
  }
  const lacking = -spare(low);
  // at step 0 a way that takes no time at all
  if (lacking <= 0) return 0;
  return STEP * (low + lacking / (lacking + spareAtHigh));
}
