import { fieldOf } from './fields.js';
import type { FieldType } from './field.js';
import type { FieldValue } from './record.js';
import { standardSpelling } from './spelling.js';

/** What a stored field holds: as the catalogue says, or else as its name does by the Data Dictionary's own habit. */
export function storedTypeOf(field: string): FieldType | 'rooms' {
  if (field === 'Rooms') return 'rooms';
  const inCatalogue = fieldOf(field)?.type;
  if (inCatalogue) return inCatalogue;
  if (field.endsWith('YN')) return 'yesNo';
  if (field.endsWith('Timestamp')) return 'timestamp';
  if (field.endsWith('Date')) return 'date';
  if (/(Price|Amount|Total|Integer|Spaces|Count|Acres|Area|Year|Longitude|Latitude|Elevation|Fee)$/.test(field)) return 'number';
  if (/^Bathrooms/.test(field)) return 'number';
  return /^(ListingTerms|View|Sewer|WaterSource|LotFeatures|PropertySubTypeAdditional)$/.test(field) ? 'choices' : 'text';
}

const LONGEST_TEXT = 32_000;
const MOST_CHOICES = 200;
const MOST_ROOMS = 200;
/** Farther than any number of a listing, and still exact as a whole one. */
const LARGEST = 1e12;

const YES: ReadonlySet<unknown> = new Set([true, 1, 'true', 'yes', 'y', '1', 't']);
const NO: ReadonlySet<unknown> = new Set([false, 0, 'false', 'no', 'n', '0', 'f']);

/** A yes or no however a feed writes it; null where it says neither. */
export function yesOrNo(value: unknown): boolean | null {
  const said = typeof value === 'string' ? value.trim().toLowerCase() : value;
  return YES.has(said) ? true : NO.has(said) ? false : null;
}

/** A value as a field holds it; undefined where it cannot be read as that, null for a blank. */
export type Holder = (value: unknown) => FieldValue | undefined;

/** What a field of a record holds, read from whatever a feed writes: `heldValue` by its type, look-ups as they are spelled. */
export function holderOf(field: string): Holder {
  const type = storedTypeOf(field);
  return (value) => standardSpelling(field, heldValue(type, value));
}

/**
 * A value of a feed's record as a type of field holds it: numbers, yes and no also where they come as text, lists also
 * where they come with commas, one choice also as a list of one.
 *
 * @returns undefined where it cannot be read as what the field holds; null for a blank
 */
export function heldValue(type: FieldType | 'rooms', value: unknown): FieldValue | undefined {
  if (value === null || value === '') return null;
  switch (type) {
    case 'number':
    case 'money': {
      const number = typeof value === 'string' ? numberIn(value) : value;
      return typeof number === 'number' && Math.abs(number) <= LARGEST ? number : undefined;
    }
    case 'yesNo':
      return yesOrNo(value) ?? undefined;
    case 'date':
      return typeof value === 'string' && isDay(value.slice(0, 10)) && (value.length === 10 || isMoment(value))
        ? value.slice(0, 10)
        : undefined;
    case 'timestamp':
      return isMoment(value) ? value : undefined;
    case 'choices': {
      const list = typeof value === 'string' ? value.split(',').map((each) => each.trim()) : value;
      return Array.isArray(list) && list.length <= MOST_CHOICES && list.every(isShortText) ? (list as string[]) : undefined;
    }
    case 'rooms':
      return Array.isArray(value) &&
        value.length <= MOST_ROOMS &&
        value.every((each) => typeof each === 'object' && each !== null)
        ? (value as FieldValue)
        : undefined;
    case 'choice':
      if (Array.isArray(value) && value.length <= 1) return heldValue('text', value[0] ?? null);
      return heldValue('text', value);
    case 'text':
      if (typeof value === 'number' || typeof value === 'boolean') return String(value);
      return typeof value === 'string' && value.length <= LONGEST_TEXT ? value : undefined;
  }
}

/** A number as people and machines write it: "450000", "450,000.00", "$450,000". */
function numberIn(text: string): number {
  const trimmed = text.trim();
  return /^-?\$?\d{1,3}(,\d{3})+(\.\d+)?$|^-?\$\d/.test(trimmed)
    ? Number(trimmed.replace(/[$,]/g, ''))
    : trimmed === ''
      ? NaN
      : Number(trimmed);
}

function isShortText(value: unknown): boolean {
  return typeof value === 'string' && value.length <= 200;
}

function isDay(text: string): boolean {
  return (
    /^\d{4}-\d\d-\d\d$/.test(text) &&
    !Number.isNaN(Date.parse(`${text}T00:00:00Z`)) &&
    new Date(`${text}T00:00:00Z`).toISOString().startsWith(text)
  );
}

function isMoment(value: unknown): value is string {
  return typeof value === 'string' && value.length <= 40 && /^\d{4}-\d\d-\d\dT/.test(value) && !Number.isNaN(Date.parse(value));
}
