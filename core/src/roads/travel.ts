import type { LonLat } from '../geo/distance.js';

/** Kinds of day that have their own traffic. */
export const DAYS = ['weekday', 'saturday', 'sunday'] as const;
export type Day = (typeof DAYS)[number];

export const WAYS = ['car', 'foot'] as const;
export type Way = (typeof WAYS)[number];

/** Quarters of an hour in a day, and seconds in each. */
export const QUARTERS = 96;
export const QUARTER = 900;

/** A journey between a listing and a place, at a time of day as "08:30". It has one of `to` and `from`, one of `arriveBy` and `leaveAt`. */
export interface Travel {
  readonly to?: LonLat;
  readonly from?: LonLat;
  readonly arriveBy?: string;
  readonly leaveAt?: string;
  readonly on: Day;
  readonly by: Way;
}

/** The place that a journey goes to or comes from. */
export function placeOf({ to, from }: Travel): LonLat {
  return (to ?? from) as LonLat;
}

/** Whether the time of day is that at the place, and not that at the listing. */
export function isFixedAtPlace({ to, arriveBy }: Travel): boolean {
  return (to !== undefined) === (arriveBy !== undefined);
}

/** Seconds from midnight to the journey's time of day. */
export function secondsOfDay({ arriveBy, leaveAt }: Travel): number {
  const [hours = 0, minutes = 0] = (arriveBy ?? leaveAt ?? '0:0').split(':').map(Number);
  return 3600 * hours + 60 * minutes;
}

/** Only what makes a journey, of something that has one besides. */
export function travelOf(holder: Partial<Travel>): Travel | null {
  const { to, from, arriveBy, leaveAt, on, by } = holder;
  if (on === undefined || by === undefined) return null;
  return {
    ...(to ? { to } : {}),
    ...(from ? { from } : {}),
    ...(arriveBy === undefined ? {} : { arriveBy }),
    ...(leaveAt === undefined ? {} : { leaveAt }),
    on,
    by,
  };
}
