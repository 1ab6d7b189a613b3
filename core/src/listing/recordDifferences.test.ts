import { describe, expect, it } from 'vitest';
import { recordDifferences } from './recordDifferences.js';

const listing = { ListingKey: 'A', LivingArea: 1590, BedroomsTotal: 3, YearBuilt: null, ElementarySchool: 'Ropewalk' };

describe('recordDifferences', () => {
  it('names what the two say differently, with both figures and their unit', () => {
    expect(recordDifferences(listing, { LivingArea: 1710, BedroomsTotal: 3, ElementarySchool: 'Sound View' })).toEqual([
      { field: 'LivingArea', label: 'Living area', unit: 'sq ft', listed: 1590, recorded: 1710 },
      { field: 'ElementarySchool', label: 'Elementary school', unit: null, listed: 'Ropewalk', recorded: 'Sound View' },
    ]);
  });
  it('takes a blank on either side for no difference', () => {
    expect(recordDifferences(listing, { YearBuilt: 1994, LivingArea: null, ElementarySchool: '' })).toEqual([]);
    expect(recordDifferences(listing, {})).toEqual([]);
  });
});
