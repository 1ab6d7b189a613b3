import type { Repeats } from '@perambula/contract';
import { DateTime } from 'luxon';

const STEP = { weekly: { weeks: 1 }, monthly: { months: 1 }, yearly: { years: 1 } } as const;

/**
 * The next day on which something is to be done again, after the last one and after today: what was left undone for long comes
 * once, not for each time. A day that a month has not is its last.
 *
 * @param dueOn  ISO 8601, as `today`
 */
export function nextDay(dueOn: string, repeats: Repeats, today: string): string {
  const first = DateTime.fromISO(dueOn, { zone: 'utc' });
  const { weeks = 0, months = 0, years = 0 } = STEP[repeats] as { weeks?: number; months?: number; years?: number };
  for (let times = 1; ; times++) {
    // counted from the first, so that the 31st is the 31st again after a shorter month
    const day = first.plus({ weeks: weeks * times, months: months * times, years: years * times }).toISODate() as string;
    if (day > today) return day;
  }
}
