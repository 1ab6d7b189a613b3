import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readListingFile } from '../formats/listingFile.js';
import type { ListingRecord } from '../listing/record.js';
import { fits } from '../search/evaluate.js';
import { readSearch } from '../search/read.js';
import { compsSearch } from './around.js';
import { averagesOf, compGroupOf, figuresOfHome } from './averages.js';
import { sayFigure } from './compared.js';
import { LIKENESS_PARTS, likenessOf, likenessParts, USUAL_WEIGHTS } from './likeness.js';

const TODAY = '2026-04-14';
const home = (more: Partial<ListingRecord> = {}): ListingRecord => ({
  ListingKey: 'a',
  PropertyType: 'Residential',
  PropertySubType: 'Townhouse',
  StandardStatus: 'Active',
  ListPrice: 400_000,
  LivingArea: 2000,
  BedroomsTotal: 3,
  BathroomsFull: 2,
  YearBuilt: 1990,
  LotSizeAcres: 0.2,
  OnMarketDate: '2026-03-15',
  Longitude: -66,
  Latitude: 40.6,
  ...more,
});

describe('figuresOfHome', () => {
  it('takes what was paid where it closed, and counts days until the contract', () => {
    const sold = home({
      StandardStatus: 'Closed',
      ClosePrice: 390_000,
      PurchaseContractDate: '2026-03-25',
      CloseDate: '2026-04-10',
    });
    expect(figuresOfHome(sold, TODAY)).toMatchObject({ price: 390_000, perSquareFoot: 195, days: 10, saleToList: 97.5 });
  });
  it('counts one that is for sale to today, whatever day its contract with the office ends', () => {
    expect(figuresOfHome(home({ ExpirationDate: '2026-09-01' }), TODAY).days).toBe(30);
    expect(figuresOfHome(home({ StandardStatus: 'Expired', ExpirationDate: '2026-04-01' }), TODAY).days).toBe(17);
  });
  it('leaves open what is blank', () => {
    expect(figuresOfHome({ ListingKey: 'b' }, TODAY)).toEqual(
      Object.fromEntries(
        ['price', 'perSquareFoot', 'size', 'beds', 'baths', 'year', 'lot', 'days', 'saleToList'].map((name) => [name, null]),
      ),
    );
  });
  it('never lumps a sale with what was taken off', () => {
    expect(
      ['Active', 'Coming Soon', 'Pending', 'Active Under Contract', 'Closed', 'Hold', 'Withdrawn'].map((status) =>
        compGroupOf(home({ StandardStatus: status })),
      ),
    ).toEqual(['asked', 'asked', 'underContract', 'underContract', 'closed', 'off', 'off']);
  });
});

describe('averagesOf', () => {
  const text = readFileSync(new URL('../formats/fixtures/baltimore.csv', import.meta.url), 'utf8');
  const sales = readListingFile(text).listings.map(({ record }) => record as unknown as ListingRecord);
  // R 4.5, `mean`, `median`, `min`, `max` over 211 sales in Baltimore, 1978 (Dubin 1992; see formats/fixtures)
  it.each([
    ['Townhouse', 98, [31000.153061224, 31000, 3500, 74000], [24.3011026988677, 25.2559523809524, 1.1748909029876, 46.875]],
    [
      'Single Family Residence',
      113,
      [55847.787610619, 50000, 23000, 165000],
      [33.706502419654, 31.941649899396, 10.204081632653, 91.071428571429],
    ],
  ])('of the Baltimore sales are R’s: %s', (subType, count, prices, perFoot) => {
    const of = averagesOf(sales.filter((sale) => sale['PropertySubType'] === subType).map((sale) => figuresOfHome(sale, TODAY)));
    const told = ({ mean, median, lowest, highest }: typeof of.price): (number | null)[] => [mean, median, lowest, highest];
    expect(of.price.count).toBe(count);
    told(of.price).forEach((value, i) => expect(value).toBeCloseTo(prices[i] ?? NaN, 8));
    told(of.perSquareFoot).forEach((value, i) => expect(value).toBeCloseTo(perFoot[i] ?? NaN, 11));
  });
  it('of no home is blank', () => expect(averagesOf([]).price).toMatchObject({ count: 0, mean: null, median: null }));
});

describe('likeness', () => {
  const subject = home();
  const itself = likenessParts(subject, subject, TODAY);
  const like = (other: ListingRecord): number => likenessOf(likenessParts(subject, other, TODAY), itself, USUAL_WEIGHTS);

  it('is whole of the home itself, and none of one that is unlike in everything', () => {
    expect(like(subject)).toBe(1);
    const unlike = home({
      PropertyType: 'Land',
      PropertySubType: 'Unimproved Land',
      Latitude: 40.7,
      LivingArea: 900,
      YearBuilt: 1900,
      BedroomsTotal: 8,
      BathroomsFull: 5,
      LotSizeAcres: 4,
      StandardStatus: 'Closed',
      CloseDate: '2024-01-01',
    });
    expect(like(unlike)).toBe(0);
  });
  it('falls evenly with what a home differs in: 20% of the size is half of what counts', () => {
    expect(likenessParts(subject, home({ LivingArea: 2400 }), TODAY).size).toBeCloseTo(0.5, 12);
    // one mile north of it, of two at which distance counts no more
    expect(likenessParts(subject, home({ Latitude: 40.6 + 1609.344 / 111_040 }), TODAY).distance).toBeCloseTo(0.5, 2);
    expect(likenessParts(subject, home({ PropertySubType: 'Condominium' }), TODAY).kind).toBe(0.5);
  });
  it('counts what only the other leaves blank as unlike, and what the subject leaves blank not at all', () => {
    expect(like(home({ YearBuilt: null }))).toBeCloseTo(1 - 1 / 15, 12);
    const open = home({ YearBuilt: null });
    const parts = likenessParts(open, subject, TODAY);
    expect(likenessOf(parts, likenessParts(open, open, TODAY), USUAL_WEIGHTS)).toBe(1);
  });
  it('lies between 0 and 1 by any weights, and by one alone is that part', () => {
    const others = fc.record({
      LivingArea: fc.option(fc.integer({ min: 1, max: 9000 })),
      YearBuilt: fc.option(fc.integer({ min: 1700, max: 2026 })),
      BedroomsTotal: fc.option(fc.integer({ min: 0, max: 12 })),
      Latitude: fc.double({ min: 40, max: 41, noNaN: true }),
    });
    const weights = fc.record(Object.fromEntries(LIKENESS_PARTS.map((part) => [part, fc.integer({ min: 0, max: 5 })])));
    fc.assert(
      fc.property(others, weights, (more, by) => {
        const parts = likenessParts(subject, home(more), TODAY);
        const all = likenessOf(parts, itself, by as typeof USUAL_WEIGHTS);
        expect(all).toBeGreaterThanOrEqual(0);
        expect(all).toBeLessThanOrEqual(1);
        for (const part of LIKENESS_PARTS) {
          const alone = Object.fromEntries(LIKENESS_PARTS.map((each) => [each, each === part ? 2 : 0]));
          expect(likenessOf(parts, itself, alone as typeof USUAL_WEIGHTS)).toBeCloseTo(parts[part] ?? 0, 12);
        }
      }),
    );
  });
});

describe('compsSearch', () => {
  const search = compsSearch(home(), 1);
  const context = { now: Date.parse(`${TODAY}T13:00:00Z`), zone: 'America/New_York' };
  it('is a search that may be stored', () => expect(readSearch(search)).toEqual(search));
  it.each([
    [{}, true],
    [{ LivingArea: 2900 }, false],
    [{ Latitude: 40.63 }, false],
    [{ PropertyType: 'Residential Lease' }, false],
    [{ StandardStatus: 'Closed', CloseDate: '2025-06-01' }, true],
    [{ StandardStatus: 'Closed', CloseDate: '2024-06-01' }, false],
    [{ StandardStatus: 'Withdrawn', WithdrawnDate: '2025-12-01' }, true],
  ])('finds %o: %s', (more, found) => {
    expect(search && fits(search, home(more as Partial<ListingRecord>), context)).toBe(found);
  });
  it('has nowhere to look where the home’s place or kind is blank', () => {
    expect([compsSearch(home({ Longitude: null }), 1), compsSearch({ ListingKey: 'x', Longitude: 1, Latitude: 1 }, 1)]).toEqual([
      null,
      null,
    ]);
  });
});

describe('figures in words', () => {
  it.each([
    ['price', 381_499.6, '$381,500'],
    ['lot', 0.5, '0.50'],
    ['baths', 2.2, '2¼'],
    ['beds', 3.333, '3.3'],
    ['year', 1963.5, '1964'],
    ['saleToList', 98.66, '98.7%'],
    ['days', null, '–'],
  ] as const)('%s %d: %s', (figure, value, said) => expect(sayFigure(figure, value)).toBe(said));
});
