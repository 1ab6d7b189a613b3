import fc from 'fast-check';
import * as simple from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { mean, quantile, summary } from './summary.js';

describe('mean', () => {
  // NIST StRD univariate, certified means; data as NIST defines them (from memory)
  it('keeps NumAcc1, 10000002, to the last digit', () => expect(mean([10000001, 10000003, 10000002])).toBe(10000002));
  it('keeps NumAcc2, 1.2, to 15 digits', () => {
    expect(mean([1.2, ...Array.from({ length: 1000 }, (_, i) => (i % 2 === 0 ? 1.1 : 1.3))])).toBeCloseTo(1.2, 14);
  });
  it('keeps NumAcc3, 1000000.2, to 9 digits and more', () => {
    expect(mean([1000000.2, ...Array.from({ length: 1000 }, (_, i) => (i % 2 === 0 ? 1000000.1 : 1000000.3))])).toBeCloseTo(
      1000000.2,
      8,
    );
  });
  it('has none for no numbers', () => expect(mean([])).toBeNull());
});

describe('quantile', () => {
  it('is R’s default, Hyndman and Fan’s type 7: quantile(1:10, .25) is 3.25 (from memory)', () => {
    expect(quantile([1, 2, 3, 4, 5, 6, 7, 8, 9, 10], 0.25)).toBe(3.25);
  });
  it('lies at the ends for 0 and 1', () => {
    expect([quantile([4, 9], 0), quantile([4, 9], 1), quantile([], 0.5)]).toEqual([4, 9, null]);
  });
});

describe('summary', () => {
  it('agrees with simple-statistics', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1_000_000, max: 1_000_000 }), { minLength: 1 }), (values) => {
        const { mean: average, median, lowest, highest } = summary(values);
        expect(average).toBeCloseTo(simple.mean(values), 6);
        expect([median, lowest, highest]).toEqual([simple.median(values), simple.min(values), simple.max(values)]);
      }),
    );
  });
});
