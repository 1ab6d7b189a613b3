import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Engine } from '../engine/engine.js';
import { ReverseIndex } from '../reverse/reverseIndex.js';
import type { FieldLine, Search } from '../search/document.js';
import { judge, standingOf } from '../search/evaluate.js';
import { missOf } from '../search/miss.js';
import { phraseOf } from '../search/phrase.js';
import { readSearch } from '../search/read.js';
import { TIME } from '../testing/randomListings.js';
import { monthlyCost, monthlyCostOf, USUAL_COST } from './monthlyCost.js';
import type { CostAssumptions } from './monthlyCost.js';

const loanOnly = { downPercent: 0, insurancePercent: 0 };

describe('monthlyCost', () => {
  // level payments per $100,000 as mortgage tables print them, from memory; the next test confirms them by amortisation
  it.each([
    [6.5, 30, 632.07],
    [6, 30, 599.55],
    [5, 15, 790.79],
    [0, 10, 833.33],
  ])('at %s%% over %s years, $100,000 cost $%s a month', (ratePercent, years, payment) => {
    expect(monthlyCost(100_000, 0, 0, { ...loanOnly, ratePercent, years })).toBe(Math.round(payment));
    expect(monthlyCost(10_000_000, 0, 0, { ...loanOnly, ratePercent, years }) / 100).toBeCloseTo(payment, 1);
  });

  it('pays the loan back just when it should, month by month', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 1, max: 40 }), (tenths, years) => {
        // in dollars times a million, so that rounding to whole dollars does not matter
        const payment = monthlyCost(1e12, 0, 0, { ...loanOnly, ratePercent: tenths / 10, years });
        let owed = 1e12;
        for (let month = 0; month < 12 * years; month++) owed += (owed * tenths) / 10 / 1200 - payment;
        expect(Math.abs(owed) / 1e12).toBeLessThan(1e-3);
      }),
    );
  });

  it('adds taxes and insurance by the month, and the fee as it is', () => {
    const none = { downPercent: 100, ratePercent: 5, years: 30, insurancePercent: 0.6 };
    expect(monthlyCost(400_000, 6000, 75, none)).toBe(500 + 200 + 75);
  });
});

describe('a line on the cost a month', () => {
  const assumed: fc.Arbitrary<CostAssumptions> = fc.record({
    downPercent: fc.integer({ min: 0, max: 100 }),
    ratePercent: fc.integer({ min: 0, max: 12 }),
    years: fc.constantFrom(10, 15, 30),
    insurancePercent: fc.constantFrom(0, 0.5),
  });
  const blankOr = <T>(value: fc.Arbitrary<T>): fc.Arbitrary<T | null> => fc.option(value, { freq: 4 });
  const homes = fc.array(
    fc.record({
      PropertyType: fc.constantFrom('Residential', 'Land'),
      StandardStatus: fc.constant('Active'),
      ListPrice: blankOr(fc.integer({ min: 50_000, max: 900_000 })),
      TaxAnnualAmount: blankOr(fc.integer({ min: 500, max: 20_000 })),
      AssociationYN: blankOr(fc.boolean()),
      AssociationFee: blankOr(fc.integer({ min: 10, max: 900 })),
      AssociationFeeFrequency: fc.constantFrom('Monthly', 'Annually'),
    }),
    { minLength: 1, maxLength: 70 },
  );
  const is = fc.oneof(
    fc.integer({ min: 500, max: 6000 }).map((atMost) => ({ atMost })),
    fc.integer({ min: 500, max: 6000 }).map((atLeast) => ({ atLeast })),
    fc.integer({ min: 500, max: 3000 }).map((low): FieldLine['is'] => ({ between: [low, low + 900] })),
    fc.constantFrom<FieldLine['is']>({ not: 2000 }, { blank: true }, { blank: false }),
  );

  it('is counted, ordered by nearness and matched as its definition says, on anybody’s assumptions', () => {
    fc.assert(
      fc.property(homes, is, fc.option(assumed, { nil: undefined }), (records, test, assuming) => {
        const listings = records.map((record, i) => ({ ...record, ListingKey: `K${i}` }));
        const line: FieldLine = { id: 'm', field: 'MonthlyCost', is: test, ...(assuming ? { assuming } : {}) };
        const search: Search = { version: 1, kinds: ['Residential', 'Land'], lines: [line], bounds: [], order: [] };
        expect(readSearch(JSON.parse(JSON.stringify(search)))).toEqual(search);
        const engine = new Engine();
        engine.put(listings);
        const standing = (set: string): string[] =>
          listings.filter((record) => standingOf(judge(search, record, TIME)) === set).map(({ ListingKey }) => ListingKey);
        const found = (set: 'fit' | 'unknown' | 'missByOne'): string[] =>
          engine.find(search, TIME, { set }).keys.map(({ key }) => key);
        for (const set of ['fit', 'unknown', 'missByOne'] as const) expect(found(set).sort()).toEqual(standing(set).sort());
        const nearness = found('missByOne').map(
          (key) => missOf(search, listings[Number(key.slice(1))] as (typeof listings)[number], 'm', TIME).nearness,
        );
        expect(nearness).toEqual([...nearness].sort((a, b) => a - b));
        const reverse = new ReverseIndex([{ id: 's', search }], TIME);
        for (const record of listings)
          expect(reverse.match(record, TIME).fit.length > 0).toBe(standing('fit').includes(record.ListingKey));
      }),
      { numRuns: 200 },
    );
  });

  it('says what it rests on', () => {
    const line: FieldLine = { id: 'm', field: 'MonthlyCost', is: { atMost: 2800 } };
    expect(phraseOf(line)).toBe('up to $2,800, with 20% down at 6.5% over 30 years');
    expect(phraseOf({ ...line, assuming: { ...USUAL_COST, downPercent: 10 } })).toContain('with 10% down');
  });

  it('is refused with assumptions that cannot be, or on another field', () => {
    const search = (line: object): object => ({
      version: 1,
      kinds: ['Residential'],
      lines: [{ id: 'm', is: { atMost: 2800 }, ...line }],
      bounds: [],
      order: [],
    });
    expect(() => readSearch(search({ field: 'MonthlyCost', assuming: { ...USUAL_COST, years: 0 } }))).toThrow(
      'years lies between 1 and 50.',
    );
    expect(() => readSearch(search({ field: 'MonthlyCost', assuming: { years: 30 } }))).toThrow();
    expect(() => readSearch(search({ field: 'ListPrice', assuming: USUAL_COST }))).toThrow('assumes nothing');
  });

  it('is blank when price, taxes or fee are', () => {
    const home = { ListingKey: 'A', ListPrice: 400_000, TaxAnnualAmount: 6000, AssociationYN: false };
    expect(monthlyCostOf(home)).toBe(Math.round(2022.62 + 500 + 166.67));
    for (const field of ['ListPrice', 'TaxAnnualAmount', 'AssociationYN'])
      expect(monthlyCostOf({ ...home, [field]: null })).toBeNull();
  });
});
