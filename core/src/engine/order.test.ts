import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ListingRecord } from '../listing/record.js';
import type { Order } from '../search/document.js';
import { readSearch } from '../search/read.js';
import { listings, TIME } from '../testing/randomListings.js';
import { Engine } from './engine.js';

const ALL = readSearch({
  version: 1,
  kinds: ['Residential', 'Residential Lease', 'Residential Income', 'Land'],
  reach: 'all',
  lines: [],
  bounds: [],
  order: [],
});

function keysIn(records: readonly ListingRecord[], order: readonly Order[]): string[] {
  const engine = new Engine();
  engine.put(records);
  return engine.find({ ...ALL, order }, TIME, { set: 'fit' }).keys.map(({ key }) => key);
}

const home = (ListingKey: string, fields: object): ListingRecord => ({
  ListingKey,
  PropertyType: 'Residential',
  StandardStatus: 'Active',
  ...fields,
});

describe('ordered', () => {
  const homes = [
    home('c', { ListPrice: 300_000, City: 'Wrenfield', OnMarketDate: '2026-04-01' }),
    home('a', { ListPrice: 400_000, City: 'Sedge Ferry', OnMarketDate: '2026-04-03' }),
    home('b', { ListPrice: 300_000, City: null, OnMarketDate: null }),
    home('d', { ListPrice: null, City: 'Port Ostrey', OnMarketDate: '2026-04-02' }),
  ];
  it.each([
    ['ListPrice', 'asc', 'b c a d'],
    ['ListPrice', 'desc', 'a b c d'],
    ['City', 'asc', 'd a c b'],
    ['City', 'desc', 'c a d b'],
    ['OnMarketDate', 'desc', 'a d c b'],
  ] as const)('by %s %s, blanks last either way, ties by key', (field, direction, keys) =>
    expect(keysIn(homes, [{ field, direction }]).join(' ')).toBe(keys),
  );
  it('by a second field where the first agrees', () =>
    expect(
      keysIn(homes, [
        { field: 'ListPrice', direction: 'asc' },
        { field: 'OnMarketDate', direction: 'asc' },
      ]).join(' '),
    ).toBe('c b a d'));
  it('by key where nothing is asked', () => expect(keysIn(homes, []).join('')).toBe('abcd'));

  it('is the same order whichever way the listings came in, with each listing once', () => {
    const orders = fc.constantFrom<Order[]>(
      [{ field: 'ListPrice', direction: 'desc' }],
      [{ field: 'Baths', direction: 'asc' }],
      [
        { field: 'City', direction: 'asc' },
        { field: 'LotSizeAcres', direction: 'desc' },
      ],
    );
    fc.assert(
      fc.property(listings, orders, (records, order) => {
        const keys = keysIn(records, order);
        expect([...keys].sort()).toEqual(records.map(({ ListingKey }) => ListingKey).sort());
        expect(keysIn(records.toReversed(), order)).toEqual(keys);
      }),
      { numRuns: 200 },
    );
  });
  it('rises from each to the next', () => {
    fc.assert(
      fc.property(listings, (records) => {
        const price = new Map(records.map(({ ListingKey, ListPrice }) => [ListingKey, ListPrice]));
        const prices = keysIn(records, [{ field: 'ListPrice', direction: 'asc' }]).map((key) => price.get(key) ?? Infinity);
        for (let i = 1; i < prices.length; i++) expect(Number(prices[i - 1])).toBeLessThanOrEqual(Number(prices[i]));
      }),
      { numRuns: 200 },
    );
  });
});
