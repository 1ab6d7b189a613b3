import { describe, expect, it } from 'vitest';
import { priceSteps, sayEntry } from './history.rules.js';
import type { HistoryEntry } from '@perambula/contract';

const entry = (at: string, field: string, from: string | null, to: string | null, price?: number): HistoryEntry => ({
  listingKey: 'a',
  at,
  field,
  from,
  to,
  ...(price ? { price } : {}),
});
const history = [
  entry('2026-03-01T00:00:00Z', 'ListPrice', '430000', '418000'),
  entry('2026-02-01T00:00:00Z', 'ListingKey', null, 'Active', 430_000),
  entry('2025-08-01T00:00:00Z', 'StandardStatus', 'Active', 'Withdrawn'),
  entry('2025-06-01T00:00:00Z', 'ListingKey', null, 'Active', 450_000),
];

describe('priceSteps', () => {
  it('steps with each price, has none while the home is off, and reaches to now', () => {
    const now = Date.parse('2026-04-14T00:00:00Z');
    expect(priceSteps(history, now).map(({ price }) => price)).toEqual([450_000, 450_000, null, 430_000, 418_000, 418_000]);
    expect(priceSteps(history, now).at(-1)?.at).toBe(now);
    expect(priceSteps([], now)).toEqual([]);
  });
});

describe('sayEntry', () => {
  it.each([
    [history[0], 'price cut by $12,000 (2.8 %) to $418,000'],
    [history[1], 'listed at $430,000'],
    [history[2], 'withdrawn'],
    [entry('', 'StandardStatus', 'Pending', 'Active'), 'back on the market, was pending'],
    [entry('', 'StandardStatus', 'Coming Soon', 'Active'), 'on the market'],
    [entry('', 'StandardStatus', 'Pending', 'Closed', 328_000), 'closed at $328,000'],
    [entry('', 'StandardStatus', 'Pending', 'Closed'), 'closed'],
  ])('%#', (each, said) => expect(sayEntry(each as HistoryEntry)).toBe(said));
});
