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
  it('compares taxes of the same year, and of the last one where the listing names none', () => {
    const taxes = [
      { year: 2025, assessed: 400_000, tax: 4720 },
      { year: 2024, assessed: 380_000, tax: 4484 },
    ];
    const of = (more: object) =>
      recordDifferences({ ListingKey: 'A', ...more }, { taxes }).map(({ listed, recorded }) => [listed, recorded]);
    expect(of({ TaxAnnualAmount: 4484, TaxYear: 2024 })).toEqual([]);
    expect(of({ TaxAnnualAmount: 4484, TaxYear: 2025 })).toEqual([[4484, 4720]]);
    expect(of({ TaxAnnualAmount: 4484 })).toEqual([[4484, 4720]]);
    expect(of({ TaxAnnualAmount: 4484, TaxYear: 2019 })).toEqual([]);
    expect(recordDifferences({ ListingKey: 'A', TaxAnnualAmount: 4484 }, { taxes: [] })).toEqual([]);
  });
  it.each([
    ['LotSizeAcres', 0.25, 0.2534, true],
    ['LotSizeAcres', 1, 1.4, false],
    ['LivingArea', 1590, 1600, false],
    ['Zoning', 'R-1', ' r-1', true],
    ['Zoning', 'R-1', 'R-2', false],
  ])('takes %s %s and %s for the same: %s', (field, listed, recorded, same) => {
    expect(recordDifferences({ ListingKey: 'A', [field]: listed }, { [field]: recorded })).toHaveLength(same ? 0 : 1);
  });
  it('holds the school district that the listing names against the record’s', () => {
    const [difference] = recordDifferences({ ListingKey: 'A', HighSchoolDistrict: 'Heron' }, { SchoolDistrict: 'Ostrey Bay' });
    expect(difference).toMatchObject({ field: 'HighSchoolDistrict', listed: 'Heron', recorded: 'Ostrey Bay' });
  });
});
