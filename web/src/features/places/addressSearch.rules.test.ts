import { Engine, readSearch } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { addressSearch } from './addressSearch.rules.js';

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
