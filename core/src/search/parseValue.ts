import type { Field } from '../listing/field.js';
import type { PropertyType } from '../listing/kinds.js';
import { readHow } from '../roads/readHow.js';
import type { Is } from './document.js';
import { amount } from './numbers.js';
import { readAssuming } from './readAssuming.js';
import { parseChoice } from './parseChoice.js';
import { parseDate } from './parseDate.js';
import type { Parsed } from './parsed.js';
import { parseStatus } from './parseStatus.js';
import { parseText, parseWords } from './parseText.js';
import { isAskable, NOT_ASKABLE, PRICE_MOVED, readMove } from './priceMove.js';

const NUMBER = String.raw`[$]?\s*(?:\d[\d,]*(?:\.\d+)?|\.\d+)?\s*[¼½¾]?(?:\s*1/2)?\s*[km]?`;
const FRACTIONS: Readonly<Record<string, number>> = { '¼': 0.25, '½': 0.5, '¾': 0.75, '1/2': 0.5 };
const SALES: readonly string[] = ['Residential', 'Residential Income', 'Land', 'Farm', 'Commercial Sale'];
/** No home is sold for less; a smaller bare number is thousands. */
const LEAST_SALE_PRICE = 10_000;

/** What is said bare in these is the most that is wanted, as money is. */
const CEILINGS: ReadonlySet<string> = new Set(['min', 'mi']);

/** What a value is read by besides its field. */
export interface Given {
  /** The values that listings hold, where the catalogue does not name a choice's own. */
  readonly values?: readonly string[];
  /** The ISO 8601 date of the day, from which "since October" counts back. */
  readonly today?: string;
}

/**
 * A line's value from what a person types: "3 or more", ">= 3", "3..5", "300k to 450k", "not 3", "last 30 days",
 * "since Jan 1", "2026-01-01 to 2026-03-31", "yes", "gas, propane", "not auction", "active, or closed since October",
 * "mentions workshop, studio", "25 min on foot", "up to 3,000 with 10% down". A bare number is the field's usual way round:
 * a ceiling for money, minutes and miles, a floor for counts and areas. Whatever a line prints as its phrase reads back to the same value.
 */
export function parseValue(text: string, field: Field, kinds: readonly PropertyType[], context: Given = {}): Parsed {
  const typed = text.trim().replace(/\s+/g, ' ');
  if (typed === '') return { problem: `Type a value for ${field.label}.` };
  if (/^(left )?blank$/i.test(typed)) return { is: { blank: true } };
  if (/^filled( in)?$/i.test(typed)) return { is: { blank: false } };
  if (field.name === PRICE_MOVED) return parseMoved(typed, context.today);
  if (field.name === 'Status') return parseStatus(typed, context.today);
  if (field.name === 'Minutes') return parseMinutes(typed, field, kinds);
  if (field.name === 'MonthlyCost') return parseCost(typed, field, kinds);
  switch (field.type) {
    case 'number':
    case 'money':
      return parseNumber(typed, field, kinds);
    case 'date':
    case 'timestamp':
      return parseDate(typed, context.today);
    case 'choice':
    case 'choices':
      return parseChoice(typed, field, [...new Set([...(field.choices ?? []), ...(context.values ?? [])])]);
    case 'yesNo':
      return parseYesNo(typed, field);
    case 'text':
      return field.group === 'Remarks' ? parseWords(typed) : parseText(typed, field);
  }
}

/** Minutes, and how the journey is made where that is said. */
function parseMinutes(typed: string, field: Field, kinds: readonly PropertyType[]): Parsed {
  const { how, rest } = readHow(typed);
  const minutes = parseNumber(rest, field, kinds);
  return 'problem' in minutes || Object.keys(how).length === 0 ? minutes : { ...minutes, how };
}

/** A cost a month, and what it rests on where that is said. */
function parseCost(typed: string, field: Field, kinds: readonly PropertyType[]): Parsed {
  const { assuming, rest, out } = readAssuming(typed);
  if (out) return { problem: 'A home is bought with 0 to 100% down, at 0 to 30% a year, over 1 to 50 years.' };
  const cost = parseNumber(rest, field, kinds);
  return 'problem' in cost || Object.keys(assuming).length === 0 ? cost : { ...cost, assuming };
}

function parseYesNo(typed: string, field: Field): Parsed {
  if (/^(?:y|yes|true|with|has|must)$/i.test(typed)) return { is: { yes: true } };
  if (/^(?:n|no|not|none|false|without)$/i.test(typed)) return { is: { yes: false } };
  return { problem: `${field.label} is yes or no.` };
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
  const isCeiling = field.type === 'money' || CEILINGS.has(field.unit ?? '');
  return sensible(alone, alone, typed, field, kinds, (a) => (isCeiling ? { atMost: a } : { atLeast: a }));
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

/** When a price moved, and which way by how much where that is said: "last 30 days, down 5%". */
function parseMoved(typed: string, today: string | undefined): Parsed {
  const read = readMove(typed);
  if (!read) return parseDate(typed, today);
  const { move: moved, rest } = read;
  if (!isAskable(moved)) return { problem: NOT_ASKABLE };
  if (/^(?:at any time|ever)?$/i.test(rest)) return { is: { blank: false }, moved };
  const when = parseDate(rest, today);
  return 'problem' in when ? when : { ...when, moved };
}
