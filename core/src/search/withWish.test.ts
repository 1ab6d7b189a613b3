import { describe, expect, it } from 'vitest';
import { FIELDS } from '../listing/fields.js';
import { readWish } from '../spoken/readWish.js';
import { TIME } from '../testing/randomListings.js';
import { differencesOf } from './difference.js';
import { EMPTY_SEARCH } from './document.js';
import type { Line, Search } from './document.js';
import { readSearch } from './read.js';
import { notToWishBy, withWish } from './withWish.js';

const GAZETTEER = {
  choices: { City: ['Wrenfield', 'Tansy Hill', 'Mallow Green'] },
  places: [{ name: 'Ferry Square', at: [-66, 40.6] as const }],
};
const SEARCH: Search = {
  ...EMPTY_SEARCH,
  lines: [
    { id: 'price', field: 'ListPrice', is: { atMost: 450_000 } },
    { id: 'town', field: 'City', is: { anyOf: ['Wrenfield'] } },
    { id: 'status', field: 'Status', is: { anyOf: ['Active'] } },
  ],
  bounds: [{ id: 'b1', mode: 'in', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 800 } }],
};
const said = (typed: string) => {
  const { wish, widens, unread } = readWish(typed, GAZETTEER, TIME);
  const changes = differencesOf(SEARCH, withWish(SEARCH, wish, widens)).map(
    ({ about, before, after }) => `${about}: ${before ?? '–'} → ${after ?? '–'}`,
  );
  return { changes, unread };
};

describe('a search as a client wishes it', () => {
  it('takes what they say of a field in the place of what it asks, and leaves the rest', () => {
    expect(said('up to 480k, a garage').changes).toEqual([
      'List price: up to $450,000 → up to $480,000',
      'Garage: – → 1 space or more',
    ]);
  });

  it('lets places come to those asked for where they say “too”, and not where they do not', () => {
    expect(said('Mallow Green too').changes).toEqual(['City: Wrenfield → Wrenfield, Mallow Green']);
    expect(said('in Mallow Green').changes).toEqual(['City: Wrenfield → Mallow Green']);
  });

  it('takes a plus for what it says, and not for “too”', () => {
    expect(said('4+ beds, 450k+').changes).toEqual(['List price: up to $450,000 → $450,000 or more', 'Beds: – → 4 or more']);
    expect(readWish('4+ beds', GAZETTEER, TIME).widens).toBe(false);
  });

  it('puts areas and journeys beside what it has, with ids of their own', () => {
    const { wish } = readWish('within 20 minutes of Ferry Square, within half a mile of Ferry Square', GAZETTEER, TIME);
    const wished = withWish(SEARCH, wish, false);
    expect(wished.bounds).toHaveLength(2);
    // no home lies in a town by name and in an area somewhere else
    expect(wished.lines.some((line) => 'field' in line && line.field === 'City')).toBe(false);
    expect(said('Mallow Green too, within half a mile of Ferry Square').changes).toContain(
      'City: Wrenfield → Wrenfield, Mallow Green',
    );
    expect(wished.lines.at(-1)).toMatchObject({ field: 'Minutes', is: { atMost: 20 } });
    expect(readSearch(JSON.parse(JSON.stringify(wished)))).toEqual(wished);
    // and the same once more
    expect(readSearch(JSON.parse(JSON.stringify(withWish(wished, wish, false)))).bounds).toHaveLength(3);
  });

  it('gives back the words that nothing was made of, kinds of property, and what clients do not search by', () => {
    expect(said('a good feeling').unread).toEqual(['good feeling']);
    expect(said('land')).toEqual({ changes: [], unread: ['Land'] });
    expect(said('sold since January').changes).toEqual([]);
    expect(said('sold since January').unread[0]).toContain('Status');
  });

  it('is by nothing that clients do not see, or that a seller may withhold', () => {
    const by = (field: string): Line => ({ id: 'a', field, is: { blank: true } });
    const refused = (field: string): boolean => notToWishBy({ lines: [by(field)] }).length > 0;
    const agents = FIELDS.filter(({ audience }) => audience === 'agent' || audience === 'message').map(({ name }) => name);
    expect(agents.length).toBeGreaterThan(10);
    expect(agents.filter((name) => !refused(name))).toEqual([]);
    for (const name of ['StreetName', 'PostalCode', 'UnparsedAddress', 'Status', 'SaleToList', 'PriceCutInAll'])
      expect([name, refused(name)]).toEqual([name, true]);
    expect(['ListPrice', 'City', 'Baths', 'Minutes'].filter(refused)).toEqual([]);
    expect(notToWishBy({ lines: [{ id: 'e', either: [by('Baths'), { all: [by('PostalCode')] }] } as Line] })).toHaveLength(1);
  });
});
