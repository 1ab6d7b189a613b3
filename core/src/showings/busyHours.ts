import type { TimeSpan } from '../rounds/round.js';

/** Hours of some weekdays, in minutes from midnight, in which a household cannot come. */
export interface BusyHours extends TimeSpan {
  /** ISO weekdays, 1 for Monday. */
  readonly days: readonly number[];
}

/** What of some hours is left on a weekday for a household. */
export function freeOf(open: readonly TimeSpan[], busy: readonly BusyHours[], weekday: number): TimeSpan[] {
  return busy
    .filter(({ days }) => days.includes(weekday))
    .reduce<TimeSpan[]>(
      (left, { from, until }) =>
        left
          .flatMap((span) => [
            { from: span.from, until: Math.min(span.until, from) },
            { from: Math.max(span.from, until), until: span.until },
          ])
          .filter((span) => span.from < span.until),
      [...open],
    );
}
