import { PROPERTY_TYPES, STATUSES, STORED_FIELDS } from '@perambula/core';
import { isMoment } from './feed.source.js';
import { MEASURED_FIELDS } from '../common/surroundings.js';
import type { Surroundings } from '../common/surroundings.js';
import { JOINED_FIELDS } from './joinedFields.js';
import type { Raw } from './feed.source.js';

const OURS: ReadonlySet<string> = new Set<string>([...JOINED_FIELDS, ...MEASURED_FIELDS]);
/** What a record can bring. */
const BROUGHT_FIELDS = new Set([...STORED_FIELDS].filter((field) => !OURS.has(field)));

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

/** A record that cannot be read, as it is set aside. */
export interface Reject {
  readonly listingKey: string;
  readonly reason: string;
  readonly record: string;
}

/** Records of a feed, read. */
export interface ReadBatch {
  readonly records: readonly ReadListing[];
  readonly rejects: readonly Reject[];
}

/** Reads a feed's records, which it takes over: those that cannot be read are among the rejects, with the reason. */
export function readBatch(raws: readonly Raw[], surroundings: Surroundings): ReadBatch {
  const records: ReadListing[] = [];
  const rejects: Reject[] = [];
  for (const raw of raws) {
    try {
      records.push(readRecord(raw, surroundings));
    } catch (error) {
      rejects.push({
        listingKey: String(raw['ListingKey'] ?? '?').slice(0, 60),
        reason: (error as Error).message.slice(0, 300),
        record: JSON.stringify(raw),
      });
    }
  }
  return { records, rejects };
}

/**
 * Reads a feed's record, strikes out of it what may not be kept, also when it cannot be read, and measures what lies about it. Blank fields stay in it
 * as null: records of one shape are parsed three times as fast.
 *
 * @throws Error saying what makes it unreadable
 */
export function readRecord(raw: Raw, surroundings: Surroundings): ReadListing {
  strikeOut(raw);
  surroundings.measure(raw);
  const need = (field: string, ok: (value: unknown) => boolean): void => {
    if (!ok(raw[field])) throw new Error(`${field} is ${raw[field] == null ? 'missing' : JSON.stringify(raw[field])}`);
  };
  need('ListingKey', (value) => typeof value === 'string' && value.length > 0 && value.length <= 60);
  need('StandardStatus', (value) => (STATUSES as readonly unknown[]).includes(value));
  need('PropertyType', (value) => (PROPERTY_TYPES as readonly unknown[]).includes(value));
  need('ListPrice', (value) => value == null || (typeof value === 'number' && value >= 0));
  need('ModificationTimestamp', isMoment);
  const modifiedAt = new Date(String(raw['ModificationTimestamp']));
  return {
    key: raw['ListingKey'] as string,
    status: raw['StandardStatus'] as string,
    parcelNumber: raw['ParcelNumber'] == null ? null : String(raw['ParcelNumber']),
    price: (raw['ListPrice'] as number | null | undefined) ?? null,
    modifiedAt,
    enteredAt: isMoment(raw['OriginalEntryTimestamp']) ? new Date(String(raw['OriginalEntryTimestamp'])) : modifiedAt,
    json: Buffer.from(JSON.stringify(raw)),
  };
}

/**
 * Strikes out, in the record itself, what may not be kept: offers of compensation, lock codes, fields that nobody knows or
 * that are joined or measured here.
 * A copy without them would cost half as much again as all the rest of the reading.
 */
function strikeOut(raw: Raw): void {
  for (const field in raw) if (!BROUGHT_FIELDS.has(field)) raw[field] = undefined;
}
