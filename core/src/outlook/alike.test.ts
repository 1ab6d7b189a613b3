import { describe, expect, it } from 'vitest';
import { fits } from '../search/evaluate.js';
import { readSearch } from '../search/read.js';
import type { ListingRecord } from '../listing/record.js';
import { ringsAround } from './alike.js';

const context = { now: Date.parse('2026-04-14T13:12:00Z'), zone: 'America/New_York' };
const home: ListingRecord = {
  ListingKey: 'a',
  PropertyType: 'Residential',
  PropertySubType: 'Townhouse',
  City: 'Port Ostrey',
  ListPrice: 418_000,
  LivingArea: 1510,
  OnMarketDate: '2026-03-01',
  StandardStatus: 'Active',
};
const rings = ringsAround(home);

describe('ringsAround', () => {
  it('are searches that may be stored, each of which the home itself fits', () => {
    for (const { search } of rings) {
      expect(readSearch(search)).toEqual(search);
      expect(fits(search, home, context)).toBe(true);
    }
  });
  it('say what is alike', () => {
    expect(rings[0]?.said).toBe('townhouse in Port Ostrey, size and price within 15%');
    expect(rings.at(-1)?.said).toBe('homes for sale of any subtype');
  });
  it('widen: what fits one fits every wider one of the same place', () => {
    const others = [0.8, 0.9, 1.1, 1.2, 1.35].flatMap((by) =>
      ['Townhouse', 'Condominium'].map((subType): ListingRecord => ({
        ...home,
        PropertySubType: subType,
        ListPrice: 418_000 * by,
      })),
    );
    const counts = rings.map(({ search }) => others.filter((other) => fits(search, other, context)).length);
    expect([counts[0], counts.at(-1)]).toEqual([2, 10]);
    expect(counts.slice(0, 3)).toEqual(counts.slice(0, 3).toSorted((a, b) => a - b));
  });
  it('ask nothing of what the home leaves blank, and need its kind', () => {
    const blank = ringsAround({ ListingKey: 'b', PropertyType: 'Land', City: 'Wrenfield', LotSizeAcres: 2.5 });
    expect(blank.map(({ said }) => said)).toEqual([
      'land in Wrenfield, lot within 15%',
      'land in Wrenfield, lot within 25%',
      'land, lot within 15%',
      'land, lot within 25%',
      'land, lot within 40%',
      'land',
    ]);
    expect(ringsAround({ ListingKey: 'c' })).toEqual([]);
  });
});
