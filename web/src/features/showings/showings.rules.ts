import type { Showing } from '@perambula/contract';
import { ago, calendarDay, dayAndTime } from '../../shared/format.js';

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

/** One household's homes that are still to be seen. */
export interface OfHousehold {
  readonly clientId: string;
  readonly clientName: string;
  readonly keys: readonly string[];
}

/** The homes of showings by who is to see them, each home once; what is refused or canceled is left out. */
export function perHousehold(showings: readonly Showing[]): OfHousehold[] {
  const expected = showings.filter(({ state }) => state !== 'canceled' && state !== 'refused');
  return [...new Set(expected.map(({ clientId }) => clientId))].map((clientId) => {
    const own = expected.filter((showing) => showing.clientId === clientId);
    return { clientId, clientName: own[0]?.clientName ?? '', keys: [...new Set(own.map(({ listingKey }) => listingKey))] };
  });
}

/** What is to be known of a visit beside its state; "" where nothing is. */
export function sayState({ state, offeredAt, askedOfficeAt, isInvited }: Showing, now: string): string {
  if (state === 'countered' && offeredAt !== null) return `It offers ${dayAndTime(offeredAt)}.`;
  const calendar = isInvited ? (state === 'confirmed' ? 'in their calendar' : 'their calendar has the time before') : '';
  const asked = state === 'proposed' && askedOfficeAt !== null ? `asked ${ago(askedOfficeAt, now)}` : '';
  return [asked, calendar].filter(Boolean).join(' · ');
}
