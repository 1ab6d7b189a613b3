import { DateTime } from 'luxon';
import type { TimeContext } from '../time/period.js';

/** Over what time one looks. */
export const OVERS = ['today', 'sinceYesterday', 'hours24', 'days3', 'days7', 'days30', 'sinceLooked'] as const;
export type Over = (typeof OVERS)[number] | { readonly from: string; readonly to: string };

/** From its beginning, which it includes, to its end, which it does not: milliseconds since 1970 UTC. */
export interface Window {
  readonly from: number;
  readonly to: number;
}

const WEEK_DAYS = 7;
/** Weeks in a year, so that weekdays fall on weekdays. */
const YEAR_WEEKS = 52;
/** Weeks before, by which is told what is usual. */
const USUAL_WEEKS = 8;

/**
 * The window that is meant: days begin at midnight in the county's zone, and so many days go back by the calendar.
 *
 * @param lookedAt  when the agent looked last; a day ago where that is not known
 * @throws RangeError where it ends before it begins
 */
export function windowOf(over: Over, { now, zone }: TimeContext, lookedAt: number | null): Window {
  const local = DateTime.fromMillis(now, { zone });
  if (typeof over === 'object') {
    const from = DateTime.fromISO(over.from, { zone }).startOf('day');
    const to = DateTime.fromISO(over.to, { zone }).startOf('day').plus({ days: 1 });
    if (!from.isValid || !to.isValid || from >= to) throw new RangeError('The last day is not before the first.');
    return { from: from.toMillis(), to: Math.min(to.toMillis(), now) };
  }
  const from = {
    today: () => local.startOf('day'),
    sinceYesterday: () => local.minus({ days: 1 }).startOf('day'),
    hours24: () => local.minus({ hours: 24 }),
    days3: () => local.minus({ days: 3 }),
    days7: () => local.minus({ days: 7 }),
    days30: () => local.minus({ days: 30 }),
    sinceLooked: () => (lookedAt === null ? local.minus({ days: 1 }) : DateTime.fromMillis(Math.min(lookedAt, now), { zone })),
  }[over]();
  return { from: from.toMillis(), to: now };
}

/** Windows beside another: as long, right before it; 52 weeks before, on the same weekdays; and each of the eight weeks before it. */
export interface Beside {
  readonly before: Window;
  readonly lastYear: Window;
  readonly usual: readonly Window[];
}

export function besideOf({ from, to }: Window, zone: string): Beside {
  const weeksBefore = (weeks: number): Window => ({
    from: DateTime.fromMillis(from, { zone }).minus({ weeks }).toMillis(),
    to: DateTime.fromMillis(to, { zone }).minus({ weeks }).toMillis(),
  });
  const days = DateTime.fromMillis(to, { zone }).diff(DateTime.fromMillis(from, { zone }), 'days').days;
  // windows that are longer than a week do not overlap
  const step = Math.max(1, Math.ceil(Math.round(days * 24) / 24 / WEEK_DAYS));
  return {
    before: { from: 2 * from - to, to: from },
    lastYear: weeksBefore(YEAR_WEEKS),
    usual: Array.from({ length: USUAL_WEEKS }, (_, i) => weeksBefore((i + 1) * step)),
  };
}
