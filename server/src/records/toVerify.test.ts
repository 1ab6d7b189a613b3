import { describe, expect, it } from 'vitest';
import { sayVerify } from '../mail/index.js';
import { Failure } from '../common/failure.js';
import type { PublicRecords } from './publicRecords.js';
import { ToVerify } from './toVerify.js';

const listing = (key: string, more: object = {}) => ({ ListingKey: key, ParcelNumber: key, LivingArea: 1600, ...more });
const office = { ListOfficeName: 'Marl & Mason', ListOfficePhone: '555-0114' };

/** What a record tells that knows B otherwise, C not at all, and cannot be reached for D. */
const records = {
  find: (parcel: string) =>
    parcel === 'D'
      ? Promise.reject(new Failure('records.away', 'away'))
      : Promise.resolve(parcel === 'C' ? null : { LivingArea: parcel === 'B' ? 1480 : 1600 }),
} as unknown as PublicRecords;

describe('what is to verify', () => {
  it('is told home by home: what differs, nothing, or that it could not be asked', async () => {
    const homes = ['A', 'B', 'C', 'D'].map((key) => listing(key, office));
    const facts = await new ToVerify(records).ofEach([...homes, listing('E', { ...office, ParcelNumber: null })], 'message');
    expect([...facts].sort()).toEqual([
      ['A', []],
      ['B', ['Living area']],
      ['C', []],
      ['D', null],
      ['E', []],
    ]);
    expect([...facts.values()].map(sayVerify).filter(Boolean).sort()).toEqual([
      'Verify its facts: the public record could not be asked',
      'Verify: Living area',
    ]);
  });
});
