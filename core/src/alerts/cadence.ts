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
  if (cadence === 'atOnce') return afterQuietHours(DateTime.fromMillis(after, { zone })).toMillis();
  return duesAfter(cadence, after, zone, anchor).next().value;
}

/**
 * For each of many pieces of news the moment at which an alert of this cadence writes of it: at that very moment or
 * later. The days of the span are walked once, however many there are.
 *
 * @param moments  milliseconds since 1970 UTC, in their order
 * @returns as many moments, each by `nextDue`
 */
export function duesOf(cadence: Cadence, moments: readonly number[], zone: string, anchor: number): number[] {
  const [first] = moments;
  if (first === undefined) return [];
  if (cadence === 'atOnce') return outOfQuietHours(moments, zone);
  const dues = duesAfter(cadence, first - 1, zone, anchor);
  let due = dues.next().value;
  return moments.map((moment) => {
    while (due < moment) due = dues.next().value;
    return due;
  });
}

/** All moments after another at which a cadence writes, without an end. */
function* duesAfter(cadence: Exclude<Cadence, 'atOnce'>, after: number, zone: string, anchor: number): Generator<number, never> {
  const start = DateTime.fromMillis(anchor, { zone }).startOf('day');
  const times = cadence === 'morningAndEvening' ? [MORNING, EVENING] : [MORNING];
  for (let day = DateTime.fromMillis(after, { zone }).startOf('day'); ; day = day.plus({ days: 1 })) {
    if (!writesOn(cadence, day, start)) continue;
    for (const time of times) {
      const due = day.set(time).toMillis();
      if (due > after) yield due;
    }
  }
}

function writesOn(cadence: Cadence, day: DateTime, start: DateTime): boolean {
  switch (cadence) {
    case 'weekly':
      return day.weekday === start.weekday;
    case 'everyTwoWeeks':
      // days of 23 and 25 hours round to whole ones
      return Math.round((day.toMillis() - start.toMillis()) / 86_400_000) % 14 === 0;
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

/** Each moment that lies in the quiet hours put to their end. */
function outOfQuietHours(moments: readonly number[], zone: string): number[] {
  let day = DateTime.fromMillis(moments[0] ?? 0, { zone }).startOf('day');
  const hours = (): [ends: number, begins: number, over: number] => [
    day.set(QUIET_TO).toMillis(),
    day.set({ hour: QUIET_FROM_HOUR }).toMillis(),
    day.plus({ days: 1 }).toMillis(),
  ];
  let [ends, begins, over] = hours();
  return moments.map((moment) => {
    while (moment >= over) {
      day = day.plus({ days: 1 });
      [ends, begins, over] = hours();
    }
    if (moment < ends) return ends;
    return moment < begins ? moment : day.plus({ days: 1 }).set(QUIET_TO).toMillis();
  });
}
