import { DateTime } from 'luxon';

export const CADENCES = ['atOnce', 'eachMorning', 'morningAndEvening', 'weekly', 'everyTwoWeeks', 'monthly'] as const;
export type Cadence = (typeof CADENCES)[number];

export const CADENCE_LABEL: Readonly<Record<Cadence, string>> = {
  atOnce: 'At once',
  eachMorning: 'Each morning',
  morningAndEvening: 'Morning and evening',
  weekly: 'Weekly',
  everyTwoWeeks: 'Every two weeks',
  monthly: 'Monthly',
};

/** Wall-clock times in the client's zone. Nothing is sent at once between 9 pm and 7 am. */
const MORNING = { hour: 7, minute: 30 };
const EVENING = { hour: 18, minute: 0 };
const QUIET_FROM_HOUR = 21;
const QUIET_TO = { hour: 7, minute: 0 };

/**
 * The first moment strictly after `after` at which an alert of this cadence writes, by the client's wall clock.
 * A time that a change of clocks skips falls an hour later that day; one that it repeats is taken once.
 *
 * @param after  milliseconds since 1970 UTC
 * @param anchor the moment the alert was started: two-weekly and monthly ones keep its weekday and day of month
 * @returns milliseconds since 1970 UTC; for "at once", `after` itself outside the quiet hours
 */
export function nextDue(cadence: Cadence, after: number, zone: string, anchor: number): number {
  const now = DateTime.fromMillis(after, { zone });
  if (cadence === 'atOnce') return afterQuietHours(now).toMillis();
  const start = DateTime.fromMillis(anchor, { zone }).startOf('day');
  for (let day = now.startOf('day'); ; day = day.plus({ days: 1 })) {
    if (!writesOn(cadence, day, start)) continue;
    const times = cadence === 'morningAndEvening' ? [MORNING, EVENING] : [MORNING];
    const due = times.map((time) => day.set(time)).find((time) => time.toMillis() > after);
    if (due) return due.toMillis();
  }
}

function writesOn(cadence: Cadence, day: DateTime, start: DateTime): boolean {
  switch (cadence) {
    case 'weekly':
      return day.weekday === start.weekday;
    case 'everyTwoWeeks':
      return Math.round(day.diff(start, 'days').days) % 14 === 0;
    case 'monthly':
      return day.day === Math.min(start.day, day.daysInMonth ?? 31);
    default:
      return true;
  }
}

function afterQuietHours(now: DateTime): DateTime {
  if (now.hour >= QUIET_FROM_HOUR) return now.plus({ days: 1 }).startOf('day').set(QUIET_TO);
  return now.hour < QUIET_TO.hour ? now.startOf('day').set(QUIET_TO) : now;
}
