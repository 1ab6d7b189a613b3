import { recordDifferences } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { sayListed, sayRecorded } from './record.rules.js';

describe('where the record differs', () => {
  it.each([
    ['LivingArea', 1600, 1330, '1,330 sq ft', 'listing says 270 sq ft more'],
    ['YearBuilt', 1955, 1956, '1956', 'listing says 1 year earlier'],
    ['YearBuilt', 1955, 1948, '1948', 'listing says 7 years later'],
    ['BedroomsTotal', 3, 4, '4', 'listing says 1 less'],
    ['ElementarySchool', 'Harbor', 'Ropewalk', 'Ropewalk', 'listing says Harbor'],
  ])('says %s of %s against %s with its size', (field, listed, recorded, first, second) => {
    const [difference] = recordDifferences({ ListingKey: 'A', [field]: listed }, { [field]: recorded });
    expect(difference && [sayRecorded(difference), sayListed(difference)]).toEqual([first, second]);
  });
  it('says taxes in dollars a year', () => {
    const taxes = [{ year: 2025, assessed: 200_000, tax: 2215 }];
    const [difference] = recordDifferences({ ListingKey: 'A', TaxAnnualAmount: 2398, TaxYear: 2025 }, { taxes });
    expect(difference && [sayRecorded(difference), sayListed(difference)]).toEqual([
      '$2,215 a year',
      'listing says $183 a year more',
    ]);
  });
});
