import { DateTime } from 'luxon';
import { isoPeriod } from '../time/period.js';
import type { PeriodUnit } from '../time/period.js';
import type { Parsed } from './parsed.js';

/**
 * A date's value: "last 30 days", "since Jan 1, 2026", "since October", "2025", "2026-01-01 to 2026-03-31".
 *
 * @param today  the ISO 8601 date from which a month or day without a year counts back; without it they are not read
 */
export function parseDate(typed: string, today?: string): Parsed {
  const relative = /^(?:in the |within the )?(last|past|next)\s+(\d+)?\s*(day|week|month|year)s?$/i.exec(typed);
  if (relative) {
    const period = isoPeriod(Number(relative[2] ?? 1), (relative[3] as string).toLowerCase() as PeriodUnit);
    return { is: (relative[1] as string).toLowerCase() === 'next' ? { next: period } : { last: period } };
  }
  const range = /^(?:from |between )?(.+?)\s+(?:to|until|and|\.\.)\s+(.+)$/i.exec(typed);
  const [from, to] = range ? [dayOf(range[1] as string, 'first', today), dayOf(range[2] as string, 'last', today)] : [null, null];
  if (from && to)
    return from <= to
      ? { is: { between: [from, to] } }
      : { problem: `${from} to ${to} runs backwards. Put the earlier date first.` };
  const since = /^(?:since|from|after|>=)\s*(.+)$/i.exec(typed);
  const start = since && dayOf(since[1] as string, 'first', today);
  if (start) return { is: { atLeast: start } };
  const until = /^(?:until|before|up to|<=)\s*(.+)$/i.exec(typed);
  const end = until && dayOf(until[1] as string, 'last', today);
  if (end) return { is: { atMost: end } };
  const [first, last] = [dayOf(typed, 'first', today), dayOf(typed, 'last', today)];
  if (first && last) return { is: first === last ? { equals: first } : { between: [first, last] } };
  return { problem: `“${typed}” is not a date. Try “last 30 days” or “since Jan 1, 2026”.` };
}

const DAYS = ['yyyy-MM-dd', 'LLL d, yyyy', 'LLLL d, yyyy', 'M/d/yyyy', 'LLL d yyyy', 'LLLL d yyyy'];
const MONTHS = ['LLL yyyy', 'LLLL yyyy', 'yyyy-MM', 'M/yyyy'];
const DAYS_OF_ANY_YEAR = ['LLL d', 'LLLL d', 'M/d'];
const MONTHS_OF_ANY_YEAR = ['LLL', 'LLLL'];

/** The first or last day of what a text names: a day, a month, a year; without a year, the last one not after today. */
function dayOf(text: string, which: 'first' | 'last', today: string | undefined): string | null {
  const read = (formats: readonly string[]): DateTime | undefined =>
    formats
      .map((format) => DateTime.fromFormat(text.trim().replace(/\bsept\b/i, 'Sep'), format, { locale: 'en-US' }))
      .find(({ isValid }) => isValid);
  const ends = (date: DateTime, unit: 'day' | 'month' | 'year'): string | null =>
    (which === 'first' ? date : date.endOf(unit)).toISODate();
  /** Read as of the calendar's own year, it lies in this one or the last. */
  const lately = (date: DateTime): DateTime => {
    const here = DateTime.fromISO(today as string);
    const now = date.set({ year: here.year });
    return now > here ? now.minus({ years: 1 }) : now;
  };
  const day = read(DAYS);
  if (day) return ends(day, 'day');
  const month = read(MONTHS);
  if (month) return ends(month, 'month');
  const year = read(['yyyy']);
  if (year && year.year >= 1600 && year.year < 2200) return ends(year, 'year');
  if (today === undefined) return null;
  const dayLately = read(DAYS_OF_ANY_YEAR);
  if (dayLately) return ends(lately(dayLately), 'day');
  const monthLately = read(MONTHS_OF_ANY_YEAR);
  return monthLately ? ends(lately(monthLately), 'month') : null;
}
