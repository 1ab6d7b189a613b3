import type { ClientSummary, SavedSearch, Shortlist } from '@perambula/contract';
import { Engine, readSearch } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { addressSearch, namedBy } from './finder.rules.js';

const TIME = { now: Date.parse('2026-04-14T13:12:00Z'), zone: 'America/New_York' };

describe('addressSearch', () => {
  const home = (ListingKey: string, StreetNumber: string, StreetName: string, StreetSuffix: string): ListingRecord => ({
    ListingKey,
    ListingId: `24${ListingKey}`,
    PropertyType: 'Residential',
    StandardStatus: 'Closed',
    StreetNumber,
    StreetName,
    StreetSuffix,
    UnparsedAddress: `${StreetNumber} ${StreetName} ${StreetSuffix}, Port Ostrey`,
    City: 'Port Ostrey',
  });
  const engine = new Engine();
  engine.put([home('a', '105', '1st', 'St'), home('b', '109', '1st', 'St'), home('c', '105', 'Lantern', 'Ln')]);
  const found = (typed: string): string[] =>
    engine.find(readSearch(JSON.parse(JSON.stringify(addressSearch(typed)))), TIME, { set: 'fit' }).keys.map(({ key }) => key);

  it.each([
    ['105 1st St', ['a']],
    ['105 First Street', ['a']],
    ['105 first street, Port Ostrey', ['a']],
    ['First Street', ['a', 'b']],
    ['105 lantern lane', ['c']],
    ['105', ['a', 'c']],
    ['24b', ['b']],
    ['107 First Street', []],
  ])('“%s” finds %j', (typed, keys) => expect(found(typed)).toEqual(keys));
});

describe('namedBy', () => {
  const clients = [{ id: '1', name: 'Bashir Odell' }] as unknown as ClientSummary[];
  const searches = [{ id: 's', name: 'Near the ferry', clientId: '1' }] as unknown as SavedSearch[];
  const shortlists = [{ id: 'l', name: 'Ferry side', clientName: 'Bashir Odell' }] as unknown as Shortlist[];
  const choices = { City: [{ value: 'Sedge Ferry', listings: 1200 }], ListOfficeName: [{ value: 'Ferry & Rake', listings: 1 }] };
  const named = (sought: string): string[] =>
    namedBy(sought, clients, searches, shortlists, choices).map(({ kind, label }) => `${kind}: ${label}`);

  it('finds whatever bears the name, what begins with it first', () =>
    expect(named('ferry')).toEqual([
      'Shortlists: Ferry side',
      'Offices and agents: Ferry & Rake',
      'Searches: Near the ferry',
      'Places: Sedge Ferry',
    ]));
  it('finds a file, and nothing for a single letter or a name that nobody bears', () => {
    expect(named('bash')).toEqual(['Files: Bashir Odell']);
    expect(named('b')).toEqual([]);
    expect(named('nobody')).toEqual([]);
  });
  it('names a search’s client, and makes a line of a place', () => {
    expect(namedBy('near', clients, searches, shortlists, choices)).toMatchObject([{ to: '/search/s', note: 'Bashir Odell' }]);
    expect(namedBy('sedge', clients, searches, shortlists, choices)).toMatchObject([
      { to: { field: 'City', is: { anyOf: ['Sedge Ferry'] } }, note: '1,200 listings ever' },
    ]);
  });
});
