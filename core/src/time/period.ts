import { DateTime, Duration } from 'luxon';
import { zoneOf } from './zone.js';

/** The moment and the county's zone that "today", "last" and "next" refer to. */
export interface TimeContext {
  /** Milliseconds since 1970-01-01T00:00Z. */
  readonly now: number;
  /** IANA zone name. */
  readonly zone: string;
}

/** Both ends included. */
export interface Span<T> {
  readonly from: T;
  readonly to: T;
}

/** Whether the text is an ISO 8601 period of positive length that the calendar can count (P30D, P2W, P1Y6M, PT36H). */
export function isPeriod(text: string): boolean {
  if (!/^P(?!$)(\d+Y)?(\d+M)?(\d+W)?(\d+D)?(T(?=\d)(\d+H)?(\d+M)?)?$/.test(text) || text.length > 24) return false;
  const duration = Duration.fromISO(text);
  const days = duration.as('days');
  return duration.isValid && days > 0 && days < 100_000;
}

const PERIOD_UNITS = { day: 'D', week: 'W', month: 'M', year: 'Y' } as const;
export type PeriodUnit = keyof typeof PERIOD_UNITS;

/** The ISO 8601 period of so many days, weeks, months or years. */
export function isoPeriod(count: number, unit: PeriodUnit): string {
  return `P${count}${PERIOD_UNITS[unit]}`;
}

/** Days from 1970-01-01 to an ISO date (YYYY-MM-DD), or NaN when it is no date of the calendar. */
export function dayNumber(isoDate: string): number {
  const [, year, month, day] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(isoDate) ?? [];
  if (year === undefined) return NaN;
  const ms = new Date(0).setUTCFullYear(Number(year), Number(month) - 1, Number(day));
  const date = new Date(ms);
  // months and days beyond the calendar roll over: February 30 comes back as another day
  return date.getUTCMonth() === Number(month) - 1 && date.getUTCDate() === Number(day) ? ms / 86_400_000 : NaN;
}

/** The ISO date of a day number. */
export function isoDate(day: number): string {
  return isoDateOf(day * 86_400_000);
}

function isoDateOf(ms: number): string {
  return new Date(ms).toISOString().slice(0, 10);
}

/** Today's ISO date in the county's zone. */
export function today({ now, zone }: TimeContext): string {
  return DateTime.fromMillis(now, { zone: zoneOf(zone) }).toISODate() as string;
}

/**
 * The days that "last P30D" or "next P30D" names, both ends included:
 * from today − 30 to today, or from today to today + 30.
 */
export function daysOf(direction: 'last' | 'next', period: string, time: TimeContext): Span<number> {
  return remembered(`days ${direction} ${period}`, time, () => countDays(direction, period, time));
}

function countDays(direction: 'last' | 'next', period: string, time: TimeContext): Span<number> {
  const start = DateTime.fromMillis(time.now, { zone: zoneOf(time.zone) }).startOf('day');
  const there = direction === 'last' ? start.minus(Duration.fromISO(period)) : start.plus(Duration.fromISO(period));
  const days = [dayNumber(start.toISODate() as string), dayNumber(there.toISODate() as string)];
  return { from: Math.min(...days), to: Math.max(...days) };
}

/** The instants "last P30D" or "next P30D" names: to or from now, and the same time of day 30 days off. */
export function instantsOf(direction: 'last' | 'next', period: string, time: TimeContext): Span<number> {
  return remembered(`instants ${direction} ${period}`, time, () => countInstants(direction, period, time));
}

function countInstants(direction: 'last' | 'next', period: string, time: TimeContext): Span<number> {
  const now = DateTime.fromMillis(time.now, { zone: zoneOf(time.zone) });
  const there = direction === 'last' ? now.minus(Duration.fromISO(period)) : now.plus(Duration.fromISO(period));
  const ends = [time.now, there.toMillis()];
  return { from: Math.min(...ends), to: Math.max(...ends) };
}

/** A date bound read against a timestamp field: its first or last instant in the county's zone. */
export function instantOf(text: string, end: 'first' | 'last', zone: string): number {
  if (/^\d{4}-\d{2}-\d{2}$/.test(text)) {
    const day = DateTime.fromISO(text, { zone: zoneOf(zone) });
    return (end === 'first' ? day.startOf('day') : day.endOf('day')).toMillis();
  }
  return DateTime.fromISO(text, { zone: zoneOf(zone) }).toMillis();
}

/** The spans asked for at one moment: a calendar takes its time, and thousands of listings or searches ask the same. */
const spans = new Map<string, Span<number>>();
let spansOf = '';

function remembered(key: string, { now, zone }: TimeContext, make: () => Span<number>): Span<number> {
  const moment = `${now} ${zone}`;
  if (moment !== spansOf) spans.clear();
  spansOf = moment;
  let span = spans.get(key);
  if (!span) spans.set(key, (span = make()));
  return span;
}
