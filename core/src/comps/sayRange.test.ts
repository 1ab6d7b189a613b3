import type { AdjustedSale, PriceModel, PriceRange } from './priceModel.js';
import { describe, expect, it } from 'vitest';
import { adjustmentsOf, effectsOf, sayAdjustment, sayRange, sayWhy } from './sayRange.js';

const sale = (adjustments: AdjustedSale['adjustments']): AdjustedSale => ({
  listingKey: 'A',
  paid: 400_000,
  adjustments,
  adjusted: 400_000,
  likeness: 0.8,
});
const range: PriceRange = { low: 401_600, middle: 436_499, high: 470_512, sales: [sale({}), sale({}), sale({})] };
const model: PriceModel = {
  sales: 904,
  from: '2024-02-16',
  to: '2026-04-13',
  parts: { size: { each: 0.0632, error: 0.0024, sales: 904 }, baths: { each: -0.003, error: 0.0064, sales: 1894 } },
  towns: {},
  kinds: {},
  off: { sales: 240, low: -0.12, high: 0.12, typical: 0.06 },
};

describe('a price range in words', () => {
  it('is told in thousands, with where it comes from and how far such ranges were off', () => {
    expect(sayRange(range)).toBe('$402,000 to $471,000');
    expect(sayWhy(range, model, '12 Lantern Ln')).toBe(
      'The 3 closed homes ticked, each adjusted to what 12 Lantern Ln has, come to $436,000 in the middle; the likest count most. ' +
        'Of the last 240 sales worked out in the same way from those before them, eight in ten were paid between 11% below and 13% above.',
    );
  });
  it('tells an adjustment to hundreds, and none where the two hardly differ', () => {
    expect([12_449, -3010, 49, undefined].map(sayAdjustment)).toEqual(['+$12,400', '−$3,000', '', '']);
    expect(adjustmentsOf([sale({ town: 900, size: 10 }), sale({ baths: -2000 })])).toEqual(['baths', 'town']);
  });
  it('tells what a step adds, and two standard errors of it', () =>
    expect(effectsOf(model)).toEqual([
      { step: '10% more living area', adds: '+6.5%, give or take 0.5%', told: '904 sales' },
      { step: 'One bath more', adds: '−0.3%, give or take 1.3%', told: '1,894 sales' },
    ]));
});
