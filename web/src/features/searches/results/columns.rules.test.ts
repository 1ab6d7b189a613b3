import { fieldOf } from '@perambula/core';
import type { Field } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { cellText, cellTitle, headOf, known, moved, toggled, USUAL_COLUMNS, withWidth } from './columns.rules.js';

const field = (name: string): Field => fieldOf(name) as Field;
const NOW = '2026-04-14T13:12:00Z';
const columns = [
  { field: 'City', width: 100 },
  { field: 'ListPrice', width: 90 },
  { field: 'Baths', width: 60 },
];
const names = (of: readonly { readonly field: string }[]): string[] => of.map((each) => each.field);

describe('columns of a table of results', () => {
  it('are moved to the place of another, from the left and from the right', () => {
    expect(names(moved(columns, 'City', 'Baths'))).toEqual(['ListPrice', 'Baths', 'City']);
    expect(names(moved(columns, 'Baths', 'City'))).toEqual(['Baths', 'City', 'ListPrice']);
    expect(moved(columns, 'Turrets', 'City')).toBe(columns);
    expect(moved(columns, 'City', 'news')).toBe(columns);
  });

  it('come and go, but the last one stays', () => {
    expect(names(toggled(columns, field('YearBuilt')))).toEqual(['City', 'ListPrice', 'Baths', 'YearBuilt']);
    expect(names(toggled(columns, field('ListPrice')))).toEqual(['City', 'Baths']);
    expect(names(toggled([{ field: 'City', width: 100 }], field('City')))).toEqual(['City']);
  });

  it('are never narrower than their figures nor wider than the screen', () => {
    const width = (to: number): number | undefined => withWidth(columns, 'City', to).find((each) => each.field === 'City')?.width;
    expect([width(133.4), width(1), width(5000)]).toEqual([133, 48, 800]);
  });

  it('leave out a field that the catalogue has no more', () => {
    expect(names(known([...columns, { field: 'Turrets', width: 90 }]))).toEqual(['City', 'ListPrice', 'Baths']);
    expect(known(USUAL_COLUMNS)).toHaveLength(USUAL_COLUMNS.length);
  });
});

describe('cellText', () => {
  const row = {
    ListingKey: 'A',
    ListPrice: 450_000,
    BathroomsFull: 2,
    BathroomsHalf: 1,
    View: ['Water', 'Valley'],
    GarageYN: true,
    PoolPrivateYN: false,
    Cooling: [],
    OnMarketDate: '2026-04-02',
    StatusChangeTimestamp: '2026-04-13T16:00:00Z',
    YearBuilt: 1924,
    LivingArea: 1850,
    CloseDate: '2026-03-30',
  };
  it.each([
    ['ListPrice', '$450,000'],
    ['Baths', '2½'],
    ['View', 'Water, Valley'],
    ['GarageYN', 'yes'],
    ['PoolPrivateYN', 'no'],
    ['Cooling', '–'],
    ['YearBuilt', '1924'],
    ['LivingArea', '1,850'],
    ['StatusChangeTimestamp', 'Apr 13, 2026'],
    ['CloseDate', 'Mar 30, 2026'],
    ['TaxAnnualAmount', '–'],
    ['Flooring', '–'],
  ])('%s: %s', (name, text) => {
    expect(cellText(field(name), row, NOW)).toBe(text);
  });

  it('gives days for a home on the market, its date on pointing', () => {
    const { CloseDate: _closed, ...open } = row;
    expect(cellText(field('OnMarketDate'), open, NOW)).toBe('12 days');
    expect(cellText(field('OnMarketDate'), { ...open, OnMarketDate: '2026-04-13' }, NOW)).toBe('1 day');
    expect(cellText(field('OnMarketDate'), { ...open, OnMarketDate: '2026-04-14' }, NOW)).toBe('today');
    expect(cellText(field('OnMarketDate'), { ListingKey: 'B' }, NOW)).toBe('–');
    expect(cellTitle(field('OnMarketDate'), open)).toBe('since Apr 2, 2026');
    expect(cellTitle(field('City'), open)).toBeUndefined();
  });

  it('leaves the unit of figures to the head', () => {
    expect(headOf(field('LivingArea'))).toEqual({ label: 'Living area', unit: 'sq ft' });
    expect(headOf(field('City')).unit).toBeNull();
  });
});
