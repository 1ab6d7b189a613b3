import type { LonLat } from '../geo/distance.js';
import { sweep } from './sweep.js';
import type { Day } from './travel.js';
import type { TravelTimes } from './travelTimes.js';

/** Minutes between the moments at which journeys are measured: of few places, and of many. */
const EVERY = { few: 30, many: 60 };
const FEW = 12;
/** Seconds; places farther apart than this are not reached. */
const LONGEST = 2 * 3600;
/** Seconds beyond twice the longest drive of the hour before, within which most sweeps find all. */
const SPARE = 600;

/** How long the drive between any two of some places takes, by when one sets out. */
export interface TravelTable {
  /** Minutes from midnight, rising. */
  readonly moments: readonly number[];
  /** By place left, place gone to, and moment: minutes from door to door; null where no way leads. */
  readonly minutes: readonly (readonly (readonly (number | null)[])[])[];
}

/** What is asked of a table: the places, and the hours within which one sets out, in minutes from midnight. */
export interface TableAsk {
  readonly places: readonly LonLat[];
  readonly on: Day;
  readonly from: number;
  readonly until: number;
}

/** Measures the drives between places; it can be stopped after each sweep. */
export function* tabling(times: TravelTimes, { places, on, from, until }: TableAsk): Generator<void, TravelTable> {
  const every = places.length <= FEW ? EVERY.few : EVERY.many;
  const moments: number[] = [];
  for (let at = Math.floor(from / every) * every; at < until + every && at < 1440; at += every) moments.push(at);
  const snaps = places.map((place) => times.snap(place, 'car'));
  const minutes = places.map(() => places.map(() => moments.map((): number | null => null)));
  for (const [i, at] of snaps.entries()) {
    if (!at) continue;
    const secondsAt = (moment: number, limit: number): number[] => {
      const reach = sweep(times.network, { at, clock: moment * 60, forwards: true, on, by: 'car' }, { limit });
      return snaps.map((to, j) => (i === j ? 0 : to ? reach.secondsTo(to) : Infinity));
    };
    let before: number[] = [];
    for (const [m, moment] of moments.entries()) {
      // most drives are short, and little longer at the next hour
      const enough = m === 0 ? LONGEST : Math.min(LONGEST, 2 * Math.max(...before.filter((each) => each <= LONGEST)) + SPARE);
      let seconds = secondsAt(moment, enough);
      if (seconds.some((each, j) => each > enough && (before[j] ?? 0) <= LONGEST)) seconds = secondsAt(moment, LONGEST);
      for (const [j, each] of seconds.entries())
        if (each <= LONGEST) (minutes[i]?.[j] as (number | null)[])[m] = Math.round(each / 6) / 10;
      before = seconds;
      yield;
    }
  }
  return { moments, minutes };
}

/**
 * Minutes of a drive that sets out at a moment, in minutes from midnight: between two moments measured by the straight line between
 * them, so that whoever sets out later never arrives sooner; Infinity where no way leads.
 */
export function minutesBetween({ moments, minutes }: TravelTable, from: number, to: number, at: number): number {
  const row = minutes[from]?.[to];
  if (!row) return Infinity;
  const last = moments.length - 1;
  const [first = 0, second = first + 1] = moments;
  const place = Math.min(last, Math.max(0, (at - first) / (second - first)));
  const low = Math.floor(place);
  const [before, after] = [row[low] ?? Infinity, row[Math.min(last, low + 1)] ?? Infinity];
  return place === low ? before : before + (place - low) * (after - before);
}
