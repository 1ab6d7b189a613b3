import type { LonLat } from '../geo/distance.js';
import { Landmarks } from './landmarks.js';
import type { RoadNetwork } from './network.js';
import { Snapper } from './snap.js';
import type { Snap } from './snap.js';
import { sweep } from './sweep.js';
import type { Reach } from './sweep.js';
import { isFixedAtPlace, placeOf, secondsOfDay } from './travel.js';
import type { Travel, Way } from './travel.js';

/** Bytes of sweeps kept. */
const MOST_BYTES = 96 * 2 ** 20;
/** Seconds between the times tried for a journey whose far end is the one that is not fixed, and the longest such journey. */
const STEP = 120;
const LONGEST = 3 * 3600;

/** How long journeys between one place and any other take, on the roads of a county. */
export class TravelTimes {
  private readonly snappers: Partial<Record<Way, Snapper>> = {};
  private readonly knownLandmarks: Partial<Record<Way, Landmarks>> = {};
  private readonly kept = new Map<string, Reach>();

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
    const clock = secondsOfDay(travel);
    const forwards = travel.from !== undefined;
    if (isFixedAtPlace(travel)) {
      const reach = this.reach(travel, at, clock);
      return (listing) => reach.secondsTo(listing);
    }
    // the place's own time: later than the listing's where one goes to it, earlier where one comes from it
    const sign = forwards ? -1 : 1;
    return (listing) =>
      betweenSteps((step) => step * STEP - this.reach(travel, at, clock + sign * step * STEP).secondsTo(listing));
  }

  /** The sweep from a place at a time, kept for as long as it is asked for. */
  reach(travel: Travel, at: Snap, clock: number): Reach {
    const { on, by } = travel;
    const forwards = travel.from !== undefined;
    const key = [at.edge, at.share, at.off, clock, forwards, on, by].join();
    const known = this.kept.get(key);
    const reach = known ?? sweep(this.network, { at, clock, forwards, on, by });
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

/** The least time at which there is time to spare, between the last step with none and the first with some. */
function betweenSteps(spare: (step: number) => number): number {
  let [low, high] = [0, LONGEST / STEP];
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
