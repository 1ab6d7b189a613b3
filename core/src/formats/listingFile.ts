import Papa from 'papaparse';
import { STORED_FIELDS } from '../listing/audience.js';
import type { FieldType } from '../listing/field.js';
import { acresOf } from '../listing/record.js';
import type { FieldValue } from '../listing/record.js';
import { standardSpelling } from '../listing/spelling.js';
import { storedTypeOf, yesOrNo } from '../listing/storedValue.js';
import { guardCsv, guardJson } from './textLimits.js';

/** One listing of a file, by RESO names, and the line or place in the list it stands at (from 1, headings counted). */
export interface FileListing {
  readonly at: number;
  readonly record: Readonly<Record<string, FieldValue>>;
}

/** What a file's heading or key became. */
export interface FileField {
  readonly heading: string;
  /** The field it is read as, or null when it is left out. */
  readonly field: string | null;
  /** In how many listings it has a value. */
  readonly filled: number;
}

export interface Refusal {
  readonly at: number;
  readonly listingKey: string | null;
  readonly reason: string;
}

export interface ListingFile {
  readonly listings: readonly FileListing[];
  readonly fields: readonly FileField[];
  readonly refused: readonly Refusal[];
}

type Raw = Readonly<Record<string, unknown>>;

const MOST_LISTINGS = 100_000;
/** What makes a spreadsheet take a cell for a formula. */
export const FORMULA = /^[=+\-@\t\r]/;

/** Fields that come under another name or unit, and what becomes of their values. */
const CONVERTED: Readonly<Record<string, { readonly field: string; readonly from: (value: number) => number }>> = {
  LotSizeSquareFeet: {
    field: 'LotSizeAcres',
    from: acresOf,
  },
};

/**
 * Reads listings from a file of RESO Data Dictionary names: CSV (RFC 4180) with a line of headings, or JSON, a list of
 * records or an OData answer with its `value`. Headings may be written with spaces and in any case. A listing with a
 * value that cannot be read is refused with its reason; a field that is not kept is named and left out.
 *
 * @throws Error with a sentence when the file as a whole cannot be read
 */
export function readListingFile(text: string): ListingFile {
  const start = text.trimStart().charAt(0);
  if (start === '') throw new Error(NO_LISTINGS);
  const reading = new Reading(start === '{' || start === '[' ? 1 : 2);
  if (start === '{' || start === '[') for (const raw of fromJson(text)) reading.take(raw);
  else takeCsv(text, reading);
  return reading.result();
}

const NO_LISTINGS = 'The file holds no listings.';

/** A file as it is read, listing by listing: what was read of one is not held twice. */
class Reading {
  private readonly listings: FileListing[] = [];
  private readonly refused: Refusal[] = [];
  /** By heading, the field that it is read as, and how often it was filled in. */
  private readonly headings = new Map<string, { readonly target: Target | null; filled: number }>();
  private taken = 0;

  /** @param first  the line or place of the first listing */
  constructor(private readonly first: number) {}

  /** The line or place that the next listing stands at. */
  get next(): number {
    return this.first + this.taken;
  }

  take(raw: Raw): void {
    if (this.taken >= MOST_LISTINGS)
      throw new Error(`A file may hold ${MOST_LISTINGS.toLocaleString('en-US')} listings at most.`);
    const at = this.next;
    this.taken++;
    const record: Record<string, FieldValue> = {};
    const reasons: string[] = [];
    for (const [heading, cell] of Object.entries(raw)) {
      const known = this.heading(heading);
      const value = blankless(cell);
      if (value === null) continue;
      known.filled++;
      if (!known.target) continue;
      try {
        record[known.target.field] = known.target.from(value);
      } catch (error) {
        reasons.push(`${known.target.field} is ${(error as Error).message}`);
      }
    }
    record['ListingKey'] ??= record['ListingId'] ?? null;
    const listingKey = typeof record['ListingKey'] === 'string' ? record['ListingKey'] : null;
    if (listingKey === null) reasons.push('neither ListingKey nor ListingId is there');
    if (reasons.length === 0) this.listings.push({ at, record });
    else this.refused.push({ at, listingKey, reason: reasons.join('; ') });
  }

  result(): ListingFile {
    if (this.taken === 0) throw new Error(NO_LISTINGS);
    const fields = [...this.headings].map(([heading, { target, filled }]) => ({ heading, field: target?.field ?? null, filled }));
    return { listings: this.listings, fields, refused: this.refused };
  }

  private heading(heading: string): { readonly target: Target | null; filled: number } {
    const known = this.headings.get(heading) ?? { target: targetOf(heading), filled: 0 };
    this.headings.set(heading, known);
    return known;
  }
}

function fromJson(text: string): Raw[] {
  guardJson(text);
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch (error) {
    throw new Error(`The file is not JSON: ${(error as Error).message}`);
  }
  const list = Array.isArray(parsed) ? parsed : (parsed as { value?: unknown }).value;
  if (!Array.isArray(list) || !list.every((each) => typeof each === 'object' && each !== null && !Array.isArray(each)))
    throw new Error('The file is not a list of listings.');
  return list as Raw[];
}

function takeCsv(text: string, reading: Reading): void {
  const plain = text.replace(/^\uFEFF/, '');
  guardCsv(plain);
  let isFirst = true;
  let broken = null as number | null;
  Papa.parse<Raw>(plain, {
    header: true,
    skipEmptyLines: 'greedy',
    step({ data, errors, meta }) {
      if (errors.some(({ type }) => type === 'Quotes')) broken ??= reading.next;
      if (isFirst && !meta.fields?.some((heading) => targetOf(heading) !== null)) throw new Error(NO_FIELD);
      isFirst = false;
      if (broken === null) reading.take(data);
    },
  });
  if (broken !== null) throw new Error(`A quotation mark is left open in line ${String(broken)}.`);
}

const NO_FIELD = 'The first line names no field of the RESO Data Dictionary, such as ListPrice.';

interface Target {
  readonly field: string;
  readonly from: (value: unknown) => FieldValue;
}

function targetOf(heading: string): Target | null {
  const name = heading.replace(/[^A-Za-z0-9]/g, '').toLowerCase();
  for (const [from, { field, from: convert }] of Object.entries(CONVERTED))
    if (from.toLowerCase() === name) return { field, from: (value) => convert(numberOf(value)) };
  const field = NAMES.get(name);
  if (field === undefined) return null;
  const read = READERS[storedTypeOf(field)];
  return { field, from: (value) => standardSpelling(field, read(value)) };
}

const NAMES: ReadonlyMap<string, string> = new Map([...STORED_FIELDS].map((field) => [field.toLowerCase(), field]));

const READERS: Readonly<Record<FieldType | 'rooms', (value: unknown) => FieldValue>> = {
  number: numberOf,
  money: numberOf,
  text: textOf,
  choice: textOf,
  choices: listOf,
  yesNo: yesNoOf,
  date: (value) => momentOf(value, 'a date such as 2026-04-14').slice(0, 10),
  timestamp: (value) => new Date(momentOf(value, 'a time such as 2026-04-14T09:12:00Z')).toISOString(),
  rooms: (value) => (typeof value === 'string' ? JSON.parse(value) : value) as FieldValue,
};

function numberOf(value: unknown): number {
  const number = typeof value === 'string' ? Number(value.replace(/[$,\s]/g, '')) : value;
  if (typeof number !== 'number' || !Number.isFinite(number)) throw new Error(`“${shown(value)}”, not a number`);
  return number;
}

function textOf(value: unknown): string {
  if (typeof value === 'object') throw new Error(`“${shown(value)}”, not text`);
  return String(value);
}

function listOf(value: unknown): string[] {
  if (Array.isArray(value)) return value.map(textOf);
  const text = textOf(value);
  return text
    .split(text.includes(';') ? ';' : ',')
    .map((each) => each.trim())
    .filter((each) => each !== '');
}

function yesNoOf(value: unknown): boolean {
  const said = yesOrNo(value);
  if (said === null) throw new Error(`“${shown(value)}”, neither yes nor no`);
  return said;
}

function momentOf(value: unknown, wanted: string): string {
  const text = String(value);
  if (!/^\d{4}-\d\d-\d\d/.test(text) || Number.isNaN(Date.parse(text))) throw new Error(`“${shown(value)}”, not ${wanted}`);
  return text;
}

function shown(value: unknown): string {
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > 40 ? `${text.slice(0, 40)}…` : text;
}

/** A cell's value without the apostrophe that keeps it from being a formula; null when it is blank. */
function blankless(cell: unknown): unknown {
  if (cell == null || (Array.isArray(cell) && cell.length === 0)) return null;
  if (typeof cell !== 'string') return cell;
  const text = cell.trim();
  if (text === '') return null;
  return text.startsWith("'") && FORMULA.test(text.slice(1)) ? text.slice(1) : text;
}

/** A value as a cell of a CSV file. */
export function cellOf(value: FieldValue | undefined): string | number {
  if (value == null) return '';
  if (typeof value === 'number') return value;
  if (typeof value === 'boolean') return value ? 'Y' : 'N';
  if (typeof value === 'string') return value;
  return value.every((each) => typeof each === 'string') ? value.join(';') : JSON.stringify(value);
}
