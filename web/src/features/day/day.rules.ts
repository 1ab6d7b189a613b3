import type { DayHome, RoundDay, Verdict, VisitNote } from '@perambula/contract';
import type { LonLat } from '@perambula/core';
import { DateTime } from 'luxon';
import type { Unsent } from './kept.js';

/** A home of the day as it stands: by the plan, moved by as much as it is late. Times in minutes from midnight. */
export interface Stop {
  readonly home: DayHome;
  readonly number: number;
  readonly leaveAt: number;
  readonly startAt: number;
  readonly endAt: number;
  readonly isSeen: boolean;
  /** Whether it cannot be seen any more by the time one is there. */
  readonly isShut: boolean;
}

/** All that was written down: what the server has, less what was taken back, and what it has not yet. The oldest first. */
export function notesOf(day: RoundDay, unsent: readonly Unsent[]): readonly VisitNote[] {
  const written = unsent.flatMap(({ id, note }) => (note ? [{ ...note, id }] : []));
  return [...day.notes.filter(({ id }) => !unsent.some((each) => each.id === id)), ...written].sort((a, b) =>
    a.at.localeCompare(b.at),
  );
}

/** By how many minutes the rest of the day is late. */
export function lateBy(notes: readonly VisitNote[]): number {
  return notes.filter(({ kind }) => kind === 'late').at(-1)?.minutes ?? 0;
}

export function stopsOf({ homes }: RoundDay, notes: readonly VisitNote[]): readonly Stop[] {
  const late = lateBy(notes);
  const seen = new Set(notes.filter(({ kind }) => kind === 'seen').map(({ listingKey }) => listingKey));
  return homes.map((home, i) => {
    const isSeen = seen.has(home.listingKey);
    const moved = isSeen ? 0 : late;
    const [startAt, endAt] = [home.startAt + moved, home.endAt + moved];
    return {
      home,
      number: i + 1,
      leaveAt: startAt - home.drive,
      startAt,
      endAt,
      isSeen,
      isShut: !isSeen && !home.open.some(({ from, until }) => from <= startAt && endAt <= until),
    };
  });
}

/** What each of the household thinks of a home, as they said last. */
export function verdictsOn(notes: readonly VisitNote[], listingKey: string): ReadonlyMap<string, VisitNote> {
  return new Map(
    notes.flatMap((note) =>
      note.kind === 'reaction' && note.listingKey === listingKey && note.personId !== null ? [[note.personId, note]] : [],
    ),
  );
}

export const VERDICT_LABELS: Readonly<Record<Verdict, string>> = { like: 'Likes it', unsure: 'Unsure', notForUs: 'Not for them' };

/** The minutes from midnight by the county's clock. */
export function minutesNow(day: RoundDay, now: number): number {
  const there = DateTime.fromMillis(now, { zone: day.zone });
  return there.hour * 60 + there.minute;
}

export function isToday(day: RoundDay, now: number): boolean {
  return DateTime.fromMillis(now, { zone: day.zone }).toISODate() === day.on;
}

/** "3:05 pm" of a moment, by the county's clock. */
export function sayTime(day: RoundDay, at: string): string {
  return DateTime.fromISO(at, { zone: day.zone }).toFormat('h:mm a').toLowerCase();
}

/** "leave in 12 min", "leave now", or "20 min late". */
export function sayLeave(leaveAt: number, now: number): string {
  const left = Math.floor(leaveAt - now);
  if (left > 0) return left < 60 ? `in ${left} min` : `in ${Math.floor(left / 60)} h ${left % 60} min`;
  return left === 0 ? 'now' : `${-left} min ago`;
}

/** What waits on this telephone, in words; "" where nothing does. */
export function sayUnsent(unsent: readonly Unsent[]): string {
  const many = unsent.filter(({ refused }) => refused === '').length;
  return many === 0 ? '' : many === 1 ? 'One thing waits to be sent' : `${many} things wait to be sent`;
}

/** An address that a telephone opens in its own maps (RFC 5870). */
export function geoUri([longitude, latitude]: LonLat): string {
  return `geo:${latitude.toFixed(6)},${longitude.toFixed(6)}`;
}
