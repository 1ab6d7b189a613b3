import { dollars, endedOn, factsOf } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { DateTime } from 'luxon';
import { deployment } from './deployment.js';

/** The county's time zone: every moment is told in it. */
export const zone = (): string => deployment().zone;

type Moment = string | Date | number;

function at(moment: Moment): DateTime {
  const date =
    typeof moment === 'string'
      ? DateTime.fromISO(moment)
      : moment instanceof Date
        ? DateTime.fromJSDate(moment)
        : DateTime.fromMillis(moment);
  return date.setZone(zone());
}

/** "Tue, Apr 14" */
export const day = (moment: Moment): string => at(moment).toFormat('ccc, LLL d');
/** "2026-04-14" */
export const calendarDay = (moment: Moment): string => at(moment).toFormat('yyyy-MM-dd');
/** "Apr 14, 2026" */
export const dateOf = (moment: Moment): string => at(moment).toFormat('LLL d, yyyy');
/** "9:12 am" */
export const clockTime = (moment: Moment): string => at(moment).toFormat('h:mm a').toLowerCase();
/** "Tue, Apr 14, 9:12 am" */
export const dayAndTime = (moment: Moment): string => `${day(moment)}, ${clockTime(moment)}`;

/** A moment as a field for a day and a time holds it, by the county's clock; and what such a field says, ISO 8601, null where it says none. */
export const toTimeField = (moment: Moment): string => at(moment).toFormat("yyyy-MM-dd'T'HH:mm");
export const fromTimeField = (text: string): string | null => DateTime.fromISO(text, { zone: zone() }).toISO();

/** "today 9:12 am", "yesterday 6:40 pm", "Sun 9:40 pm", "Apr 2": as near as a reader needs it. */
export function ago(moment: Moment, now: Moment): string {
  const [then, today] = [at(moment), at(now)];
  const days = Math.round(today.startOf('day').diff(then.startOf('day'), 'days').days);
  if (days === 0) return `today ${clockTime(moment)}`;
  if (days === 1) return `yesterday ${clockTime(moment)}`;
  return days < 7
    ? `${then.toFormat('ccc')} ${clockTime(moment)}`
    : then.toFormat(then.year === today.year ? 'LLL d' : 'LLL d, yyyy');
}

/** An ISO date without a time, as "Thu, Apr 16". */
export const isoDay = (date: string): string => DateTime.fromISO(date).toFormat('ccc, LLL d');

/** An ISO date without a time, as "Apr 16, 2026". */
export const isoDate = (date: string): string => DateTime.fromISO(date).toFormat('LLL d, yyyy');

export const price = (record: Readonly<Record<string, unknown>>): string =>
  typeof record['ListPrice'] === 'number' ? dollars(record['ListPrice']) : 'Price not given';

/** A listing's facts on one line, from whichever of its fields this reader was given. */
export const facts = (record: Readonly<Record<string, unknown>>): string => factsOf(record as ListingRecord);

/** A figure with its thousands apart. */
export const thousands = (figure: number): string => figure.toLocaleString('en-US');

/** "55 Netmaker Ln" of an address with its town. */
export const street = (record: Readonly<Record<string, unknown>>): string =>
  (record['UnparsedAddress'] as string | undefined)?.split(',')[0] ?? 'Address withheld';

/** Whole days from the first day on the market until it went off, or until now. */
export function daysOnMarket(record: Readonly<Record<string, unknown>>, now: Moment): number | null {
  const from = record['OnMarketDate'];
  if (typeof from !== 'string') return null;
  const off = endedOn(record as ListingRecord);
  const end = off ? DateTime.fromISO(off, { zone: zone() }) : at(now).startOf('day');
  return Math.max(0, Math.round(end.diff(DateTime.fromISO(from, { zone: zone() }), 'days').days));
}

/** "on the market today", "12 days on market", or nothing while it was never on it. */
export function timeOnMarket(record: Readonly<Record<string, unknown>>, now: Moment): string | null {
  const days = daysOnMarket(record, now);
  if (days === null) return null;
  return days === 0 ? 'on the market today' : `${days} ${days === 1 ? 'day' : 'days'} on market`;
}

/** "AL" of "Amara & Teo Lindqvist". */
export function initials(name: string): string {
  const words = name
    .replace(/[^\p{L} ]/gu, ' ')
    .split(/\s+/)
    .filter(Boolean);
  return ((words[0]?.[0] ?? '') + (words.length > 1 ? (words[words.length - 1]?.[0] ?? '') : '')).toUpperCase();
}

/** "Amara & Teo" of "Amara & Teo Lindqvist", "Bashir" of "Bashir Odell". */
export function firstNames(name: string): string {
  const words = name.split(' ');
  return words.length > 1 ? words.slice(0, -1).join(' ') : name;
}
