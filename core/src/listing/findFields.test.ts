import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FIELDS } from './fields.js';
import { findFields } from './findFields.js';

const first = (typed: string): string | undefined => findFields(typed, ['Residential'])[0]?.name;

describe('findFields', () => {
  it.each([
    ['bedrooms', 'BedroomsTotal'],
    ['beds', 'BedroomsTotal'],
    ['price', 'ListPrice'],
    ['list price', 'ListPrice'],
    ['granny flat', 'InteriorFeatures'],
    ['hoa', 'FeePerMonth'],
    ['sqft', 'LivingArea'],
    ['LivingArea', 'LivingArea'],
    ['year built', 'YearBuilt'],
    ['bank-owned', 'SpecialListingConditions'],
    ['zip', 'PostalCode'],
    ['sold', 'Status'],
    ['workshop', 'OtherStructures'],
    ['south facing', 'DirectionFaces'],
    ['first floor master', 'RoomsByLevel'],
    ['wheelchair', 'AccessibilityFeatures'],
    ['price drop', 'PriceCut'],
    ['photos', 'PhotosCount'],
    ['noi', 'NetOperatingIncome'],
    ['townhouse', 'PropertySubType'],
    // what is called so comes before what has such a value
    ['waterfront', 'WaterfrontYN'],
    ['heat', 'Heating'],
  ])('“%s” finds %s first', (typed, name) => expect(first(typed)).toBe(name));

  it.each([
    ['bedrroms', 'BedroomsTotal'],
    ['gargae', 'GarageSpaces'],
    ['elemantary', 'ElementarySchool'],
    ['basment', 'Basement'],
    ['fireplce', 'FireplacesTotal'],
    ['assocation fee', 'FeePerMonth'],
  ])('“%s”, mistyped, finds %s first', (typed, name) => expect(first(typed)).toBe(name));

  it('finds by meaning what no name or synonym says', () => {
    expect(findFields('insurance banks courts', ['Residential'])).toEqual([]);
    expect(first('recorded sale')).toBe('CloseDate');
  });

  it('gives all fields for nothing typed, those of other kinds last', () => {
    const all = findFields(' ', ['Residential']);
    expect(all).toHaveLength(FIELDS.length);
    expect(all.findIndex(({ name }) => name === 'LeaseTerm')).toBeGreaterThan(
      all.findIndex(({ name }) => name === 'PublicRemarks'),
    );
  });

  it('finds every field by its own label, its name and each of its synonyms', () => {
    for (const field of FIELDS)
      for (const typed of [field.label, field.name, ...(field.synonyms ?? [])])
        expect([typed, findFields(typed, ['Residential']).includes(field)]).toEqual([typed, true]);
  });

  it('never fails, whatever is typed', () => {
    fc.assert(fc.property(fc.string({ unit: 'grapheme' }), (typed) => void findFields(typed, ['Land'])));
  });
});
