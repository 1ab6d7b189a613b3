import { describe, expect, it } from 'vitest';
import type { ListingRecord } from '../listing/record.js';
import type { Search } from './document.js';
import { judge, standingOf } from './evaluate.js';
import { fitOf } from './fitOf.js';

const context = { now: Date.parse('2026-04-14T13:12:00Z'), zone: 'America/New_York' };
const home: ListingRecord = {
  ListingKey: 'a',
  PropertyType: 'Residential',
  StandardStatus: 'Active',
  ListPrice: 457_000,
  BedroomsTotal: 4,
  LotSizeAcres: 0.21,
  Longitude: -66,
  Latitude: 40.6,
};
const search: Search = {
  version: 1,
  kinds: ['Residential'],
  lines: [
    { id: 'price', field: 'ListPrice', is: { atMost: 450_000 } },
    { id: 'nice', field: 'LotSizeAcres', is: { atLeast: 0.25 }, weight: 'nice' },
    { id: 'beds', field: 'BedroomsTotal', is: { atLeast: 3 } },
    { id: 'garage', field: 'GarageSpaces', is: { atLeast: 1 } },
  ],
  bounds: [{ id: 'b', mode: 'in', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 500 } }],
  order: [],
};

describe('fitOf', () => {
  const { inReach, rows } = fitOf(search, home, context);
  it('has a row for the bounds, each line that must be, and then what would be nice', () => {
    expect(rows.map(({ id, truth }) => [id, truth])).toEqual([
      ['where', true],
      ['price', false],
      ['beds', true],
      ['garage', null],
      ['nice', false],
    ]);
    expect(inReach).toBe(true);
  });
  it('says what is wanted, what the home has, and by how much it misses what must be', () => {
    expect(rows[1]).toMatchObject({ label: 'List price', wanted: 'up to $450,000', value: 457_000, miss: '$7,000 over' });
    expect(rows[4]).toMatchObject({ nice: true, miss: null });
  });
  it('agrees with the search’s own judgement of what must be', () => {
    const must = rows.filter(({ nice }) => !nice).map(({ truth }) => truth);
    expect(must.filter((truth) => truth === false)).toHaveLength(1);
    expect(standingOf(judge(search, home, context))).toBe('miss');
    expect(standingOf(judge(search, { ...home, GarageSpaces: 2 }, context))).toBe('missByOne');
  });
  it('says how far outside a home lies, and that another kind is out of reach', () => {
    const far = fitOf(search, { ...home, Latitude: 40.62, PropertyType: 'Land' }, context);
    expect([far.inReach, far.rows[0]?.truth, far.rows[0]?.miss]).toEqual([false, false, '1.1 miles outside']);
  });
});
