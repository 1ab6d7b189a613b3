import type { Showing } from '@perambula/contract';
import { calendarDay } from '../../shared/format.js';

/** One day's showings, in the order of their times. */
export interface DayOfShowings {
  /** "2026-04-14" */
  readonly day: string;
  readonly showings: readonly Showing[];
}

export interface ByDay {
  /** Asked for, and without a time yet. */
  readonly undated: readonly Showing[];
  /** Today and the days to come, the next one first. */
  readonly ahead: readonly DayOfShowings[];
  /** The days before, the last one first. */
  readonly earlier: readonly DayOfShowings[];
}

/** Showings by the county's days, those that are still to come before those that are over. */
export function byDay(showings: readonly Showing[], now: string): ByDay {
  const today = calendarDay(now);
  const dated = showings
    .flatMap((showing) => (showing.startAt === null ? [] : [{ showing, startAt: showing.startAt }]))
    .sort((a, b) => (a.startAt < b.startAt ? -1 : 1));
  const days = new Map<string, Showing[]>();
  for (const { showing, startAt } of dated) {
    const day = calendarDay(startAt);
    days.set(day, [...(days.get(day) ?? []), showing]);
  }
  const all = [...days].map(([day, ofDay]): DayOfShowings => ({ day, showings: ofDay }));
  return {
    undated: showings.filter(({ startAt, state }) => startAt === null && state !== 'canceled'),
    ahead: all.filter(({ day }) => day >= today),
    earlier: all.filter(({ day }) => day < today).reverse(),
  };
}
