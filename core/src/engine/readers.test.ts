import fc from 'fast-check';
import { expect, it } from 'vitest';
import { listings, searches, TIME } from '../testing/randomListings.js';
import { simdKernel } from '../testing/simdKernel.js';
import { Engine } from './engine.js';
import type { ResultSet } from './answers.js';

const SETS: readonly ResultSet[] = ['fit', 'unknown', 'missByOne'];

it('gives a reader’s own listings to that reader as if they were everybody’s, and to nobody else in any answer', () => {
  fc.assert(
    fc.property(listings, listings, searches, searches, (all, own, search, other) => {
      const owned = own.map((record) => ({ ...record, ListingKey: `own.${record.ListingKey}` }));
      const [mixed, without, withAll] = [new Engine(simdKernel()), new Engine(), new Engine()];
      // those of another come first, and between
      mixed.put(
        owned.map((record) => ({ ...record, ListingKey: `other.${record.ListingKey}` })),
        'silas',
      );
      mixed.put(all);
      mixed.put(owned, 'juno');
      for (const engine of [without, withAll]) engine.put(all);
      withAll.put(owned);
      const keys = [...all, ...owned].map(({ ListingKey }) => ListingKey);
      const readers = [
        [without, undefined],
        [without, 'petra'],
        [withAll, 'juno'],
      ] as const;
      for (const [expected, reader] of readers) {
        const context = reader === undefined ? TIME : { ...TIME, reader };
        expect(mixed.count(search, context)).toEqual(expected.count(search, TIME));
        expect(mixed.loosenings(search, context)).toEqual(expected.loosenings(search, TIME));
        for (const part of ['onlyA', 'onlyB', 'both'] as const)
          expect(mixed.compare(search, other, context, { part })).toEqual(expected.compare(search, other, TIME, { part }));
        for (const set of SETS) {
          expect(mixed.find(search, context, { set, prices: true })).toEqual(expected.find(search, TIME, { set, prices: true }));
          expect(mixed.keys(search, context, { set })).toEqual(expected.keys(search, TIME, { set }));
          expect(new Set(mixed.marks(search, context, { set }).keys)).toEqual(
            new Set(expected.marks(search, TIME, { set }).keys),
          );
          expect(mixed.tell(search, context, set, keys).map(({ key }) => key)).toEqual(
            expected.tell(search, TIME, set, keys).map(({ key }) => key),
          );
        }
      }
      expect(mixed.choices('City')).toEqual(without.choices('City'));
      expect(mixed.choices('InteriorFeatures')).toEqual(without.choices('InteriorFeatures'));
      expect(mixed.filled(search)).toEqual(without.filled(search));
    }),
    { numRuns: 100 },
  );
});
