import { DateTime } from 'luxon';
import { isDay } from '../listing/field.js';
import type { Field } from '../listing/field.js';
import type { PropertyType } from '../listing/kinds.js';
import { isoPeriod } from '../time/period.js';
import type { PeriodUnit } from '../time/period.js';
import type { Is } from './document.js';
import { amount } from './numbers.js';

/** What was understood of a value as typed; `note` says where it was read otherwise than written. */
export type Parsed = { readonly is: Is; readonly note?: string } | { readonly problem: string };

const NUMBER = String.raw`[$]?\s*(?:\d[\d,]*(?:\.\d+)?|\.\d+)?\s*[¼½¾]?(?:\s*1/2)?\s*[km]?`;
const FRACTIONS: Readonly<Record<string, number>> = { '¼': 0.25, '½': 0.5, '¾': 0.75, '1/2': 0.5 };
const SALES: readonly string[] = ['Residential', 'Residential Income', 'Land', 'Farm', 'Commercial Sale'];
/** No home is sold for less; a smaller bare number is thousands. */
const LEAST_SALE_PRICE = 10_000;

/**
 * A number or date line's value from what a person types: "3 or more", ">= 3", "3..5", "300k to 450k", "not 3",
 * "last 30 days", "since Jan 1", "2026-01-01 to 2026-03-31". A bare number is the field's usual way round:
 * a ceiling for money, a floor for counts and areas.
 */
export function parseValue(text: string, field: Field, kinds: readonly PropertyType[]): Parsed {
  const typed = text.trim().replace(/\s+/g, ' ');
  if (typed === '') return { problem: `Type a value for ${field.label}.` };
  if (/^(left )?blank$/i.test(typed)) return { is: { blank: true } };
  if (/^filled( in)?$/i.test(typed)) return { is: { blank: false } };
  if (isDay(field.type)) return parseDate(typed);
  if (field.type === 'number' || field.type === 'money') return parseNumber(typed, field, kinds);
  return { problem: `${field.label} is chosen, not typed.` };
}

const FORMS: readonly (readonly [RegExp, (a: number, b: number) => Is])[] = [
  [form(`(?:at least|from|min(?:imum)?|over|>=|≥|>)\\s*(N)`), (a) => ({ atLeast: a })],
  [form(`(N)\\s*(?:\\+|or more|and up|or over|or above)`), (a) => ({ atLeast: a })],
  [form(`(?:at most|up to|max(?:imum)?|under|below|<=|≤|<)\\s*(N)`), (a) => ({ atMost: a })],
  [form(`(N)\\s*or (?:less|fewer|under)`), (a) => ({ atMost: a })],
  [form(`(?:between\\s*)?(N)\\s*(?:\\.\\.+|–|-|to|and)\\s*(N)`), (a, b) => ({ between: [a, b] })],
  [form(`(?:exactly|just|only|=)\\s*(N)`), (a) => ({ equals: a })],
  [form(`(?:not|!=|≠)\\s*(N)`), (a) => ({ not: a })],
];

function form(pattern: string): RegExp {
  return new RegExp(`^${pattern.replaceAll('N', NUMBER)}$`, 'i');
}

function parseNumber(typed: string, field: Field, kinds: readonly PropertyType[]): Parsed {
  const bare = withoutUnit(typed, field);
  for (const [pattern, make] of FORMS) {
    const match = pattern.exec(bare);
    if (!match) continue;
    const [low, high] = pairOf(match[1] as string, match[2]);
    if (Number.isNaN(low) || Number.isNaN(high)) continue;
    return sensible(low, high, typed, field, kinds, make);
  }
  const alone = new RegExp(`^${NUMBER}$`, 'i').test(bare) ? toNumber(bare) : NaN;
  if (Number.isNaN(alone)) return { problem: `“${typed}” is not an amount. Try “3 or more”, “up to 450k” or “300k to 450k”.` };
  return sensible(alone, alone, typed, field, kinds, (a) => (field.type === 'money' ? { atMost: a } : { atLeast: a }));
}

/** "3-5k" and "300 to 450k" mean thousands at both ends. */
function pairOf(low: string, high: string | undefined): [number, number] {
  if (high === undefined) return [toNumber(low), 0];
  const suffix = /[km]\s*$/i.exec(high)?.[0] ?? '';
  const lowNumber = toNumber(low);
  const bare = !/[km]\s*$/i.test(low) && suffix !== '' && lowNumber < 1000;
  return [bare ? toNumber(low + suffix) : lowNumber, toNumber(high)];
}

function sensible(
  low: number,
  high: number,
  typed: string,
  field: Field,
  kinds: readonly PropertyType[],
  make: (a: number, b: number) => Is,
): Parsed {
  const sale = (field.name === 'ListPrice' || field.name === 'ClosePrice') && kinds.every((kind) => SALES.includes(kind));
  const asThousands = (value: number): number =>
    sale && value > 0 && value < LEAST_SALE_PRICE && !/[km]/i.test(typed) ? value * 1000 : value;
  const [a, b] = [asThousands(low), asThousands(high)];
  const is = make(a, b);
  if ('between' in is && a > b) {
    return { problem: `${amount(a, field)} to ${amount(b, field)} runs backwards. Put the lower amount first.` };
  }
  const note =
    a !== low || b !== high
      ? `${'between' in is ? `${amount(a, field)} to ${amount(b, field)}` : amount(a, field)}, read from ${typed}`
      : undefined;
  return { is, ...(note ? { note } : {}) };
}

function withoutUnit(typed: string, field: Field): string {
  const words = [
    'sq ft',
    'sqft',
    'square feet',
    'acres?',
    'ac',
    'spaces?',
    'cars?',
    'a month',
    'a year',
    'per month',
    'days?',
    'beds?',
    'bedrooms?',
    'baths?',
    'dollars',
    field.unit ?? 'sq ft',
  ];
  return typed.replace(new RegExp(`\\s*\\b(?:${words.join('|')})(?=\\s|$)`, 'gi'), '').trim();
}

function toNumber(text: string): number {
  const match = /^[$]?\s*(\d[\d,]*(?:\.\d+)?|\.\d+)?\s*([¼½¾]|1\/2)?\s*([km])?\s*$/i.exec(text.trim());
  if (!match || (match[1] === undefined && match[2] === undefined)) return NaN;
  const [, digits, fraction, suffix] = match;
  if (digits && /,\d{1,2}(,|\.|$)/.test(digits)) return NaN;
  const whole = digits === undefined ? 0 : Number(digits.replaceAll(',', ''));
  const thousands = suffix?.toLowerCase() === 'k' ? 1000 : suffix?.toLowerCase() === 'm' ? 1_000_000 : 1;
  return Math.round((whole + (fraction ? (FRACTIONS[fraction] ?? 0) : 0)) * thousands * 10000) / 10000;
}

function parseDate(typed: string): Parsed {
  const relative = /^(?:in the )?(last|next)\s+(\d+)?\s*(day|week|month|year)s?$/i.exec(typed);
  if (relative) {
    const period = isoPeriod(Number(relative[2] ?? 1), (relative[3] as string).toLowerCase() as PeriodUnit);
    return { is: (relative[1] as string).toLowerCase() === 'last' ? { last: period } : { next: period } };
  }
  const range = /^(.+?)\s+(?:to|until|\.\.)\s+(.+)$/i.exec(typed);
  const [from, to] = range ? [toDate(range[1] as string), toDate(range[2] as string)] : [null, null];
  if (from && to)
    return from <= to
      ? { is: { between: [from, to] } }
      : { problem: `${from} to ${to} runs backwards. Put the earlier date first.` };
  const since = /^(?:since|from|after|>=)\s*(.+)$/i.exec(typed);
  const start = since && toDate(since[1] as string);
  if (start) return { is: { atLeast: start } };
  const until = /^(?:until|before|up to|<=)\s*(.+)$/i.exec(typed);
  const end = until && toDate(until[1] as string);
  if (end) return { is: { atMost: end } };
  const day = toDate(typed);
  return day ? { is: { equals: day } } : { problem: `“${typed}” is not a date. Try “last 30 days” or “since Jan 1, 2026”.` };
}

function toDate(text: string): string | null {
  for (const format of ['yyyy-MM-dd', 'LLL d, yyyy', 'LLLL d, yyyy', 'M/d/yyyy', 'LLL d yyyy']) {
    const date = DateTime.fromFormat(text.trim(), format, { locale: 'en-US' });
    if (date.isValid) return date.toISODate();
  }
  return null;
}
