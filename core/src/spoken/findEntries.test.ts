import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FIELDS } from '../listing/fields.js';
import { findFields } from '../listing/findFields.js';
import { findEntries } from './findEntries.js';
import type { CatalogueEntry } from './findEntries.js';

const find = (typed: string, choices = {}): [string, unknown][] =>
  findEntries(typed, ['Residential'], choices).map(({ field, is }: CatalogueEntry) => [field.name, is]);

describe('the catalogue', () => {
  // the values are RESO look-ups, from memory; the words before them what the trade says
  it.each([
    ['granny flat', 'InteriorFeatures', { anyOf: ['In-Law Floorplan'] }],
    ['heat pump', 'Heating', { anyOf: ['Heat Pump'] }],
    ['corner lot', 'LotFeatures', { anyOf: ['Corner Lot'] }],
    ['55+', 'SeniorCommunityYN', { yes: true }],
    ['bank-owned', 'SpecialListingConditions', { anyOf: ['Real Estate Owned'] }],
    ['townhouse', 'PropertySubType', { anyOf: ['Townhouse'] }],
    ['sold', 'Status', { anyOf: ['Closed'] }],
    ['slab', 'FoundationDetails', { anyOf: ['Slab'] }],
    ['no fireplace', 'FireplaceYN', { yes: false }],
    ['pool', 'PoolPrivateYN', { yes: true }],
  ])('offers for “%s” the line of %s whole', (typed, name, is) => expect(find(typed)[0]).toEqual([name, is]));

  it('offers the field, too, but a yes or no only once', () => {
    expect(find('granny flat')).toContainEqual(['InteriorFeatures', null]);
    expect(find('pool').filter(([name]) => name === 'PoolPrivateYN')).toHaveLength(1);
  });
  it('offers each field that has such a value', () => {
    expect(find('deck')).toEqual(
      expect.arrayContaining([
        ['ExteriorFeatures', { anyOf: ['Deck'] }],
        ['PatioAndPorchFeatures', { anyOf: ['Deck'] }],
      ]),
    );
  });
  it.each(['view', 'heating', 'basement', 'status', 'waterfront', 'list price'])('offers for “%s” the field so called', (typed) =>
    expect(find(typed)[0]?.[1]).toBeNull(),
  );
  it('offers what the feed’s listings hold, also as soon as it is begun', () => {
    const choices = { City: ['Sedge Ferry', 'Wrenfield'] };
    expect(find('sedge ferry', choices)[0]).toEqual(['City', { anyOf: ['Sedge Ferry'] }]);
    expect(find('wrenf', choices)).toContainEqual(['City', { anyOf: ['Wrenfield'] }]);
    expect(find('we', choices)).not.toContainEqual(['City', { anyOf: ['Wrenfield'] }]);
  });
  it('offers no values of fields that no kind looked for has', () => {
    expect(find('month to month')).toEqual([['LeaseTerm', null]]);
    expect(findEntries('month to month', ['Residential Lease'])[0]?.is).toEqual({ anyOf: ['Month To Month'] });
  });
  it('gives every field for nothing typed, and whatever findFields gives', () => {
    expect(find(' ')).toHaveLength(FIELDS.length);
    fc.assert(
      fc.property(fc.constantFrom(...FIELDS.flatMap(({ label, synonyms = [] }) => [label, ...synonyms])), (typed) => {
        const there = new Set(findEntries(typed, ['Residential']).map(({ field }) => field));
        for (const field of findFields(typed, ['Residential'])) expect(there).toContain(field);
      }),
    );
  });
  it('never fails, whatever is typed', () => {
    fc.assert(fc.property(fc.string({ unit: 'grapheme' }), (typed) => void findEntries(typed, ['Land'])));
  });
});
