import { EMPTY_SEARCH, readSearch, readSpoken } from '@perambula/core';
import type { Bound, Search } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { placesOf, whereOf } from '../../shared/where.js';
import { addressOf, askedOf, byPlaceIn, searchesOf } from './place.rules.js';

const kept = [
  {
    id: 'b1',
    name: 'Old Quay',
    note: '',
    shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 800 } as const,
    updatedAt: '2026-04-01T00:00:00Z',
    searches: 0,
  },
];
const drawn: Bound = { id: 'x', mode: 'out', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 500 } };
const params = (query: string) => askedOf(new URLSearchParams(query));

describe('what is asked by place', () => {
  it('is read from the address, and anything else there is as usual', () => {
    expect(params('')).toEqual({ place: '', kind: 'Residential', subType: '', span: 'P30D' });
    expect(params('place=City:Wrenfield&kind=Castle&span=soon')).toMatchObject({ kind: 'Residential', span: 'P30D' });
    const asked = params('place=City:Wrenfield&kind=Land&subtype=Farm&span=P6M');
    expect(params(addressOf(asked).split('?')[1] ?? '')).toEqual(asked);
  });

  it('offers bounds first, and no kind of place of which there is none', () => {
    const choices = { City: [{ value: 'Wrenfield', listings: 3 }], SubdivisionName: [] };
    expect(placesOf(choices, kept, drawn).map(({ label, options }) => [label, options.map((each) => each.label)])).toEqual([
      ['Bounds', ['0.31 mile around a point', 'Old Quay']],
      ['Towns', ['Wrenfield']],
    ]);
  });

  it.each([
    ['City:Wrenfield', 'Wrenfield'],
    ['kept:b1', 'Old Quay'],
    ['drawn', '0.31 mile around a point'],
    ['SubdivisionName:A: B', 'A: B'],
  ])('%s leads to searches that can be asked', (place, name) => {
    const where = whereOf(place, kept, drawn);
    expect(where?.name).toBe(name);
    const { sold, others } = searchesOf({ ...params(''), place, subType: 'Townhouse' }, where ?? { name, lines: [], bounds: [] });
    for (const search of [sold, others]) {
      const read = readSearch(JSON.parse(JSON.stringify(search)));
      expect(read).toMatchObject({ bounds: search.bounds.map(() => ({ mode: 'in' })) });
    }
    expect(JSON.stringify(sold)).toContain('"status":"Closed","last":"P30D"');
    expect(JSON.stringify(others)).not.toContain('Closed');
  });
  it.each(['', 'kept:b9', 'City:', 'ListPrice:4', 'Wrenfield'])('%s is no place', (place) =>
    expect(whereOf(place, kept, null)).toBeNull(),
  );
});

describe('a search in words that asks what was sold somewhere', () => {
  const start: Search = { ...EMPTY_SEARCH, lines: [{ id: 'status', field: 'Status', is: { anyOf: ['Active'] } }] };
  const gazetteer = {
    choices: { City: ['Wrenfield'], SubdivisionName: ['Northgate'], PropertySubType: ['Townhouse'] },
    places: [],
    areas: [],
  };
  const time = { now: Date.parse('2026-04-14T13:00:00Z'), zone: 'America/New_York' };
  const spoken = (text: string) => byPlaceIn(readSpoken(text, start, gazetteer, time).search);

  it('is known as such', () => {
    expect(spoken('townhouses sold in Northgate last 30 days')).toEqual({
      place: 'SubdivisionName:Northgate',
      kind: 'Residential',
      subType: 'Townhouse',
      span: 'P30D',
    });
  });
  it.each(['townhouses in Northgate', 'townhouses sold in Northgate last 30 days under 500k', 'sold last 30 days'])(
    'not so: %s',
    (text) => expect(spoken(text)).toBeNull(),
  );
  it('is what the page asks itself, read back', () => {
    const asked = { place: 'kept:b1', kind: 'Residential', subType: '', span: 'P90D' } as const;
    const where = whereOf(asked.place, kept, null);
    expect(where && byPlaceIn(searchesOf(asked, where).sold)).toEqual(asked);
  });
});
