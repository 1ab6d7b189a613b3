import { fieldOf } from '@perambula/core';
import type { Field, Order } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { cellText, cellTitle, headOf, known, moved, toggled, USUAL_COLUMNS, withWidth } from './columns.rules.js';
import { sayOrder, turned, waysOf } from './order.rules.js';
import { pagesAt, pagesOf } from './resultRows.rules.js';

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
    expect(cellText(field('OnMarketDate'), { ListingKey: 'B' }, NOW)).toBe('–');
    expect(cellTitle(field('OnMarketDate'), open)).toBe('since Apr 2, 2026');
    expect(cellTitle(field('City'), open)).toBeUndefined();
  });

  it('leaves the unit of figures to the head', () => {
    expect(headOf(field('LivingArea'))).toEqual({ label: 'Living area', unit: 'sq ft' });
    expect(headOf(field('City')).unit).toBeNull();
  });
});

describe('the order of results', () => {
  const byPrice: readonly Order[] = [{ field: 'ListPrice', direction: 'desc' }];
  it('turns at each click on a head: up, down, none', () => {
    const once = turned([], { field: 'City' }, false);
    const twice = turned(once, { field: 'City' }, false);
    expect([once, twice, turned(twice, { field: 'City' }, false)]).toEqual([
      [{ field: 'City', direction: 'asc' }],
      [{ field: 'City', direction: 'desc' }],
      [],
    ]);
    expect(turned(byPrice, { field: 'City' }, false)).toEqual([{ field: 'City', direction: 'asc' }]);
  });

  it('takes a further field after those that order already, and turns it where it stands', () => {
    const two = turned(byPrice, { field: 'City' }, true);
    expect(names(two)).toEqual(['ListPrice', 'City']);
    const three = turned(two, { field: 'Baths' }, true);
    expect(turned(three, { field: 'City' }, true)[1]).toEqual({ field: 'City', direction: 'desc' });
    expect(names(turned(turned(three, { field: 'City' }, true), { field: 'City' }, true))).toEqual(['ListPrice', 'Baths']);
  });

  it('is said in words', () => {
    expect(sayOrder([...byPrice, { field: 'City', direction: 'asc' }])).toBe('List price, highest first, then City, A to Z');
    expect(waysOf(field('OnMarketDate'))).toEqual({ asc: 'oldest first', desc: 'newest first' });
  });
});

describe('pagesOf', () => {
  const keys = Array.from({ length: 250 }, (_, i) => `k${i}`);
  it('gives whole pages for what is looked at, the last one short', () => {
    expect(pagesOf(keys, new Map(), pagesAt(90, 210)).map((page) => [page[0], page.length])).toEqual([
      ['k0', 100],
      ['k100', 100],
      ['k200', 50],
    ]);
  });

  it('gives none that are known whole', () => {
    const known = new Map(keys.slice(0, 100).map((key) => [key, true]));
    expect(pagesOf(keys, known, pagesAt(0, 99))).toEqual([]);
    expect(pagesOf(keys, known, pagesAt(95, 105)).map((page) => page[0])).toEqual(['k100']);
    expect(pagesOf([], known, pagesAt(0, 0))).toEqual([]);
  });
});
