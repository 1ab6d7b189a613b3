import { DateTime } from 'luxon';
import { zoneOf } from '../time/zone.js';

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

/** When a household may be written to, by its own wall clock. */
export interface Hours {
  /** By its IANA name. */
  readonly zone: string;
  /** Nothing is sent from then on, `HH:mm` … */
  readonly quietFrom: string;
  /** … until then; the same time as `quietFrom` means that there are no quiet hours. */
  readonly quietUntil: string;
}

/** The quiet hours of whoever named none. */
export const USUAL_QUIET: Readonly<Pick<Hours, 'quietFrom' | 'quietUntil'>> = { quietFrom: '21:00', quietUntil: '07:00' };

const MORNING = { hour: 7, minute: 30 };
const EVENING = { hour: 18, minute: 0 };

/**
 * The first moment strictly after `after` at which an alert of this cadence writes, by the client's wall clock.
 * A time that a change of clocks skips falls an hour later that day; one that it repeats is taken once. What would fall
 * into the quiet hours waits for their end.
 *
 * @param after  milliseconds since 1970 UTC
 * @param anchor the moment the alert was started: two-weekly and monthly ones keep its weekday and day of month
 * @returns milliseconds since 1970 UTC; for "at once", `after` itself outside the quiet hours
 */
export function nextDue(cadence: Cadence, after: number, hours: Hours, anchor: number): number {
  if (cadence === 'atOnce') return quietOver(after, hours);
  return duesAfter(cadence, after, hours, anchor).next().value;
}

/**
 * For each of many pieces of news the moment at which an alert of this cadence writes of it: at that very moment or
 * later. The days of the span are walked once, however many there are.
 *
 * @param moments  milliseconds since 1970 UTC, in their order
 * @returns as many moments, each by `nextDue`
 */
export function duesOf(cadence: Cadence, moments: readonly number[], hours: Hours, anchor: number): number[] {
  const [first] = moments;
  if (first === undefined) return [];
  if (cadence === 'atOnce') return outOfQuietHours(moments, hours);
  const dues = duesAfter(cadence, first - 1, hours, anchor);
  let due = dues.next().value;
  return moments.map((moment) => {
    while (due < moment) due = dues.next().value;
    return due;
  });
}

/** All moments after another at which a cadence writes, without an end. */
function* duesAfter(cadence: Exclude<Cadence, 'atOnce'>, after: number, hours: Hours, anchor: number): Generator<number, never> {
  const zone = zoneOf(hours.zone);
  const start = DateTime.fromMillis(anchor, { zone }).startOf('day');
  const times = cadence === 'morningAndEvening' ? [MORNING, EVENING] : [MORNING];
  let last = after;
  // what quiet hours put off may fall on the day after
  for (let day = DateTime.fromMillis(after, { zone }).startOf('day').minus({ days: 1 }); ; day = day.plus({ days: 1 })) {
    if (!writesOn(cadence, day, start)) continue;
    for (const time of times) {
      const due = quietOver(day.set(time).toMillis(), hours);
      if (due > last) yield (last = due);
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

/** A moment, or the end of the quiet hours in which it lies. */
function quietOver(moment: number, hours: Hours): number {
  return outOfQuietHours([moment], hours)[0] ?? moment;
}

/** Each moment that lies in the quiet hours put to their end. */
function outOfQuietHours(moments: readonly number[], { zone, quietFrom, quietUntil }: Hours): number[] {
  if (quietFrom === quietUntil) return [...moments];
  let day = DateTime.fromMillis(moments[0] ?? 0, { zone: zoneOf(zone) }).startOf('day');
  const spansOf = (): { spans: [from: number, until: number][]; over: number } => {
    const [from, until] = [timeOf(quietFrom), timeOf(quietUntil)];
    const tomorrow = day.plus({ days: 1 });
    const spans: [number, number][] =
      quietFrom < quietUntil
        ? [[day.set(from).toMillis(), day.set(until).toMillis()]]
        : [
            [day.toMillis(), day.set(until).toMillis()],
            [day.set(from).toMillis(), tomorrow.set(until).toMillis()],
          ];
    return { spans, over: tomorrow.toMillis() };
  };
  let { spans, over } = spansOf();
  return moments.map((moment) => {
    while (moment >= over) {
      day = day.plus({ days: 1 });
      ({ spans, over } = spansOf());
    }
    return spans.find(([from, until]) => from <= moment && moment < until)?.[1] ?? moment;
  });
}

function timeOf(text: string): { hour: number; minute: number } {
  return { hour: Number(text.slice(0, 2)), minute: Number(text.slice(3, 5)) };
}
