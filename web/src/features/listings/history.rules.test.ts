import { homeHistory } from '@perambula/core';
import type { TaleChange, TaleOfListing } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import {
  contractsOf,
  priceMarks,
  priceSteps,
  sayCuts,
  sayForSale,
  sayGuess,
  sayHowItFollows,
  sayLastPrice,
  sayLife,
  toldInFull,
} from './history.rules.js';
import { sayMoment } from '../../shared/moments.js';

const at = (date: string): number => Date.parse(`${date}T12:00:00Z`);
const NOW = at('2026-04-14');
const listing = (
  key: string,
  from: string,
  price: number,
  changes: readonly TaleChange[],
  paid: number | null = null,
): TaleOfListing => ({
  listingKey: key,
  listingId: key,
  agent: null,
  office: null,
  at: at(from),
  status: 'Active',
  price,
  closePrice: paid,
  changes,
});
const status = (date: string, to: string): TaleChange => ({ at: at(date), field: 'StandardStatus', to });
const price = (date: string, to: number): TaleChange => ({ at: at(date), field: 'ListPrice', to });

const history = homeHistory(
  [
    listing('A', '2023-02-01', 300_000, [status('2023-02-20', 'Pending'), status('2023-03-20', 'Closed')], 294_000),
    listing('B', '2025-06-01', 450_000, [status('2025-08-01', 'Withdrawn')]),
    listing('C', '2025-08-20', 430_000, [
      status('2025-09-01', 'Active Under Contract'),
      status('2025-09-10', 'Active'),
      price('2026-03-01', 418_000),
    ]),
  ],
  NOW,
);
const [newest, before, sold] = history.lives;

describe('priceSteps', () => {
  it('steps with each price, has none while the home is off, and reaches to now', () => {
    const steps = priceSteps(history, NOW);
    expect(steps.map((step) => step.price)).toEqual([300_000, 300_000, null, 450_000, 450_000, null, 430_000, 418_000, 418_000]);
    expect(steps.at(-1)?.at).toBe(NOW);
    expect(priceSteps({ lives: [], forSale: null }, NOW)).toEqual([]);
  });
});

describe('priceMarks and contractsOf', () => {
  it('mark each end by its status, a sale by what was paid', () => {
    expect(priceMarks(history)).toEqual([
      { at: at('2025-08-01'), price: 450_000, status: 'Withdrawn' },
      { at: at('2023-03-20'), price: 294_000, status: 'Closed' },
    ]);
  });
  it('shade each contract, one that runs until now', () => {
    const running = homeHistory([listing('D', '2026-01-01', 1, [status('2026-04-01', 'Pending')])], NOW);
    expect(contractsOf(running, NOW)).toEqual([{ from: at('2026-04-01'), to: NOW }]);
    expect(contractsOf(history, NOW).map(({ from }) => from)).toEqual([at('2023-02-20'), at('2025-09-01')]);
  });
});

describe('a history in words', () => {
  it('says each moment', () => {
    expect(newest?.moments.map(sayMoment)).toEqual([
      'listed at $430,000',
      'under contract, still shown',
      'back on the market',
      'cut by $12,000 (2.8%) to $418,000',
    ]);
    expect(before?.moments.map(sayMoment)).toEqual(['listed at $450,000', 'withdrawn']);
    expect(sold?.moments.map(sayMoment)).toEqual([
      'listed at $300,000',
      'pending',
      'closed at $294,000, 2.0% under what was asked',
    ]);
  });
  it('says how a listing follows the one before, and its cuts', () => {
    expect(newest && [sayHowItFollows(newest), sayCuts(newest)]).toEqual([
      'listed again after 19 days off the market: not fresh',
      'cut by $12,000 (2.8%) in all',
    ]);
    expect(before && [sayHowItFollows(before), sayCuts(before)]).toEqual([null, null]);
  });
  it('tells at once the newest two, all that the newest goes on from, and as far as the one looked at', () => {
    expect(toldInFull(history, 'C')).toBe(2);
    expect(toldInFull(history, 'A')).toBe(3);
    const off = (key: string, from: string, to: string): TaleOfListing => listing(key, from, 1, [status(to, 'Withdrawn')]);
    const chain = [
      off('W', '2025-01-01', '2025-02-01'),
      off('X', '2025-02-05', '2025-03-01'),
      off('Y', '2025-03-02', '2025-04-01'),
    ];
    expect(toldInFull(homeHistory([...chain, listing('Z', '2025-04-03', 1, [])], NOW), 'Z')).toBe(4);
  });
  it('says a listing in a line', () => {
    expect(sold && sayLife(sold)).toBe('Feb 1, 2023, at $300,000: closed at $294,000, 2.0% under what was asked');
    expect(before && sayLife(before)).toBe('Jun 1, 2025, at $450,000: withdrawn');
    expect(newest && sayLife(newest)).toBe('Aug 20, 2025, at $430,000: Active');
  });
  it('says for how long it has really been for sale, and what the price was', () => {
    expect(sayForSale(history)).toBe('317 days for sale in all, over 2 listings');
    expect(sayForSale(homeHistory([listing('D', '2026-01-01', 1, [])], NOW))).toBeNull();
    expect(sayLastPrice(newest)?.text).toBe('was $430,000, cut by 2.8%');
    expect(sayLastPrice(before)).toBeNull();
  });
  it('marks a guess as one, with its reason', () => {
    const back = newest?.moments.find(({ kind }) => kind === 'back');
    expect(back?.kind === 'back' && back.guess && sayGuess(back.guess)).toBe(
      'A guess: perhaps the inspection, back after 9 days, about when inspections are due',
    );
  });
});
