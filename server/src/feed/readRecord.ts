import { forAudience, PROPERTY_TYPES, STATUSES } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';

/**
 * A feed's record in the fields that may be stored, blank ones left out.
 *
 * @throws Error saying what makes it unreadable
 */
export function readRecord(raw: Readonly<Record<string, unknown>>): ListingRecord {
  const need = (field: string, ok: (value: unknown) => boolean): void => {
    if (!ok(raw[field])) throw new Error(`${field} is ${raw[field] === undefined ? 'missing' : JSON.stringify(raw[field])}`);
  };
  need('ListingKey', (value) => typeof value === 'string' && value.length > 0 && value.length <= 60);
  need('StandardStatus', (value) => (STATUSES as readonly unknown[]).includes(value));
  need('PropertyType', (value) => (PROPERTY_TYPES as readonly unknown[]).includes(value));
  need('ListPrice', (value) => value === null || (typeof value === 'number' && value >= 0));
  need('ModificationTimestamp', (value) => typeof value === 'string' && !Number.isNaN(Date.parse(value)));
  const kept = Object.entries(forAudience(raw, 'agent')).filter(([, value]) => !isBlank(value));
  return Object.fromEntries(kept) as unknown as ListingRecord;
}

function isBlank(value: unknown): boolean {
  return value == null || (Array.isArray(value) && value.length === 0);
}
