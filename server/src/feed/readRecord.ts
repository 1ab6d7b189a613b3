import { holderOf, PROPERTY_TYPES, SELLER_FLAGS, STATUSES, STORED_FIELDS } from '@perambula/core';
import { MEASURED_FIELDS } from '../common/surroundings.js';
import type { Surroundings } from '../common/surroundings.js';
import { isMoment } from './place.js';
import type { Raw } from './place.js';
import { JOINED_FIELDS } from './joinedFields.js';

const OURS: ReadonlySet<string> = new Set<string>([...JOINED_FIELDS, ...MEASURED_FIELDS]);
/** What a record can bring, and how each is read. */
export const BROUGHT_FIELDS = new Map(
  [...STORED_FIELDS].filter((field) => !OURS.has(field)).map((field) => [field, holderOf(field)]),
);
const LONGEST_KEY = 60;
const LONGEST_PARCEL = 40;
const LARGEST_PRICE = 1e11;
const MOST_BYTES = 500_000;
/** Clocks differ; what lies further ahead than this is no time at which anything can have changed. */
export const MOST_AHEAD_MS = 10 * 60_000;

/** A feed's record as it is written: what is asked of the database by column, and all that may be kept as JSON. */
export interface ReadListing {
  readonly key: string;
  readonly status: string;
  readonly parcelNumber: string | null;
  readonly price: number | null;
  readonly modifiedAt: Date;
  readonly enteredAt: Date;
  /** UTF-8. */
  readonly json: Buffer;
}

/** A record that cannot be read, or a value of one that was left blank, as it is set aside. */
export interface Reject {
  readonly listingKey: string;
  readonly reason: string;
  readonly record: string;
}

/** Records of a feed, read. */
export interface ReadBatch {
  readonly records: readonly ReadListing[];
  readonly rejects: readonly Reject[];
  /** The keys of those that are told to be no listings any more, or not yet. */
  readonly gone: readonly string[];
}

/** Standard statuses (RESO Data Dictionary, from memory) of what is no listing: one taken out, and one still being entered. */
const NO_LISTING: ReadonlySet<unknown> = new Set(['Delete', 'Incomplete']);

/** Reads a feed's records, which it takes over: those that cannot be read are among the rejects, with the reason. */
export function readBatch(raws: readonly Raw[], surroundings: Surroundings, now: number): ReadBatch {
  const records: ReadListing[] = [];
  const rejects: Reject[] = [];
  const gone: string[] = [];
  for (const raw of raws) {
    if (NO_LISTING.has(raw['StandardStatus'])) {
      if (typeof raw['ListingKey'] === 'string') gone.push(raw['ListingKey']);
      continue;
    }
    const left: string[] = [];
    try {
      records.push(readRecord(raw, surroundings, now, left));
      if (left.length > 0) rejects.push(asideOf(raw, `Left blank: ${left.join(', ')}`));
    } catch (error) {
      rejects.push(asideOf(raw, (error as Error).message));
    }
  }
  return { records, rejects, gone };
}

/** What is kept of something that cannot be read. */
export function asideOf(raw: Raw, reason: string, key: unknown = raw['ListingKey']): Reject {
  return {
    listingKey: (typeof key === 'string' && key !== '' ? key : '?').slice(0, LONGEST_KEY),
    reason: reason.slice(0, 300),
    record: JSON.stringify(raw).slice(0, 20_000),
  };
}

/**
 * Reads a feed's record, strikes out of it what may not be kept, also when it cannot be read, and measures what lies about it. Blank fields stay in it
 * as null: records of one shape are parsed three times as fast.
 *
 * @param now  the latest moment at which anything can have changed, milliseconds since 1970 UTC
 * @param left  where the names of fields are put whose value is not what the field holds; they are left blank
 * @throws Error saying what makes it unreadable
 */
export function readRecord(raw: Raw, surroundings: Surroundings, now: number, left: string[] = []): ReadListing {
  hold(raw, left);
  surroundings.measure(raw);
  const need = (field: string, ok: (value: unknown) => boolean, why = ''): void => {
    const value = raw[field];
    if (!ok(value)) throw new Error(`${field} is ${value == null ? 'missing' : shown(value) + why}`);
  };
  const isKey = (most: number) => (value: unknown) =>
    typeof value === 'string' && value.trim() !== '' && value.length <= most && isPlain(value);
  need('ListingKey', isKey(LONGEST_KEY), `, not text of ${LONGEST_KEY} characters at most`);
  need('StandardStatus', (value) => (STATUSES as readonly unknown[]).includes(value), `, none of ${STATUSES.join(', ')}`);
  need(
    'PropertyType',
    (value) => (PROPERTY_TYPES as readonly unknown[]).includes(value),
    `, none of ${PROPERTY_TYPES.join(', ')}`,
  );
  need('ListPrice', (value) => value == null || (typeof value === 'number' && value >= 0 && value <= LARGEST_PRICE));
  need('ParcelNumber', (value) => value == null || isKey(LONGEST_PARCEL)(value), `, longer than ${LONGEST_PARCEL} characters`);
  need('ModificationTimestamp', isMoment);
  const modifiedAt = new Date(String(raw['ModificationTimestamp']));
  need('ModificationTimestamp', () => isPossible(modifiedAt, now), ', a time when nothing can have changed');
  const enteredAt = new Date(String(raw['OriginalEntryTimestamp']));
  const json = Buffer.from(JSON.stringify(raw));
  if (json.length > MOST_BYTES) throw new Error(`The record is larger than ${MOST_BYTES / 1000} kB`);
  return {
    key: raw['ListingKey'] as string,
    status: raw['StandardStatus'] as string,
    parcelNumber: (raw['ParcelNumber'] as string | null | undefined) ?? null,
    price: (raw['ListPrice'] as number | null | undefined) ?? null,
    modifiedAt,
    enteredAt: isPossible(enteredAt, now) ? enteredAt : modifiedAt,
    json,
  };
}

/** Whether something can have happened at a moment: it is one, after 1900, and not ahead of now. */
export function isPossible(moment: Date, now: number): boolean {
  const at = moment.getTime();
  return at >= Date.UTC(1900, 0) && at <= now + MOST_AHEAD_MS;
}

/** Whether a text can be a key: no control characters, no half of a pair. */
function isPlain(text: string): boolean {
  return !/[\p{Cc}\p{Cs}]/u.test(text);
}

/**
 * Puts into a record what each field holds, and strikes out, in the record itself, what may not be kept: offers of
 * compensation, lock codes, fields that nobody knows or that are joined or measured here. A seller's flag that cannot be
 * read says no. A copy would cost half as much again as all the rest of the reading.
 */
function hold(raw: Raw, left: string[]): void {
  for (const field in raw) {
    const read = BROUGHT_FIELDS.get(field);
    const value = read?.(raw[field]);
    if (read && value === undefined && raw[field] !== undefined) left.push(field);
    raw[field] = value ?? (read ? null : undefined);
  }
  for (const flag of SELLER_FLAGS) if (raw[flag] === null) raw[flag] = false;
}

function shown(value: unknown): string {
  const text = JSON.stringify(value);
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}
