import { describe, expect, it } from 'vitest';
import { homeHistory } from '../history/homeHistory.js';
import type { Life, TaleChange } from '../history/homeHistory.js';
import { fallsOf } from './falls.js';
import { outlookOf, priceSpellsOf, shareBy } from './outlook.js';

const DAY = 86_400_000;
const NOW = Date.UTC(2026, 3, 14);
/** A home listed so many days ago at $400,000, and what happened to it, by days since. */
const life = (ago: number, ...told: readonly [day: number, what: string | number][]): Life => {
  const at = NOW - ago * DAY;
  const changes = told.map(([day, what]): TaleChange =>
    typeof what === 'number'
      ? { at: at + day * DAY, field: 'ListPrice', to: what }
      : { at: at + day * DAY, field: 'StandardStatus', to: what },
  );
  const tale = {
    listingKey: 'a',
    listingId: 'a',
    agent: null,
    office: null,
    at,
    status: 'Active',
    price: 400_000,
    closePrice: null,
    changes,
  };
  return homeHistory([tale], NOW).lives[0] as Life;
};

describe('outlookOf', () => {
  // four that went under contract after 10, 20, 30 and 40 days: a plain share of four
  const all = [10, 20, 30, 40].map((day) => life(100, [day, 'Pending'], [day + 30, 'Closed']));
  it('where all is known is the plain share', () => {
    const { contract, homes, running } = outlookOf(all, NOW);
    expect(contract.steps.map(({ day, share }) => [day, share])).toEqual([
      [10, 0.25],
      [20, 0.5],
      [30, 0.75],
      [40, 1],
    ]);
    expect([contract.half, homes, running]).toEqual([20, 4, 0]);
    expect([shareBy(contract, 9), shareBy(contract, 35), shareBy(contract, 41)]).toEqual([0, 0.75, null]);
  });
  it('counts one that is still for sale, or was taken off, for as long as it was seen', () => {
    const { contract, running } = outlookOf([...all, life(15), life(100, [15, 'Withdrawn'])], NOW);
    // at 20 days three of the four that are left had been for sale: 1/6 before, then 1/3 of what is left
    expect(contract.steps[0]?.share).toBeCloseTo(1 / 6, 12);
    expect(contract.steps[1]?.share).toBeCloseTo(1 - (5 / 6) * (2 / 3), 12);
    expect(running).toBe(1);
  });
  it('counts a cut only where it came before a contract, and gives the middle of the first cuts', () => {
    const { cut } = outlookOf(
      [
        life(100, [10, 392_000], [30, 380_000], [40, 'Pending']),
        life(100, [20, 380_000], [50, 'Pending']),
        life(100, [15, 'Pending'], [18, 390_000], [30, 'Closed']),
        life(100, [60, 'Pending']),
      ],
      NOW,
    );
    expect(cut.steps).toEqual([
      { day: 10, share: 0.25 },
      { day: 20, share: 0.5 },
    ]);
    expect(cut.middle).toBeCloseTo((0.02 + 0.05) / 2, 12);
  });
  it('begins when a home announced as coming soon is on the market', () => {
    const tale = {
      listingKey: 'a',
      listingId: 'a',
      agent: null,
      office: null,
      at: NOW - 40 * DAY,
      status: 'Coming Soon',
      price: 1,
      closePrice: null,
      changes: [
        { at: NOW - 30 * DAY, field: 'StandardStatus' as const, to: 'Active' },
        { at: NOW - 20 * DAY, field: 'StandardStatus' as const, to: 'Pending' },
      ],
    };
    expect(outlookOf(homeHistory([tale], NOW).lives, NOW).contract.half).toBe(10);
  });
});

describe('fallsOf', () => {
  const lives = [
    life(200, [30, 388_000], [60, 'Pending']),
    life(200, [40, 360_000], [90, 'Pending']),
    life(200, [20, 'Pending']),
    life(200, [100, 'Withdrawn']),
  ];
  const spells = lives.flatMap((each) => priceSpellsOf(each, NOW));

  it('has a time at each price, which ends by a cut, a contract or going off', () => {
    expect(spells.map(({ time, end }) => [time, end])).toEqual([
      [30, 1],
      [30, 2],
      [40, 1],
      [50, 2],
      [20, 2],
      [100, 2],
    ]);
    expect(spells.flatMap(({ share }) => share ?? [])).toEqual([0.03, 0.1]);
  });
  it('is the share of those alike that fell so far in time, given that they stood for so long', () => {
    // of the five that stood for 25 days two were cut within the next 30, before anything else came
    expect(fallsOf(spells).chance(25, 0, 30)).toBeCloseTo(2 / 5, 12);
    expect(fallsOf(spells).chance(25, 0.05, 30)).toBeCloseTo(1 / 5, 12);
    expect(fallsOf(spells).chance(25, 0.2, 30)).toBe(0);
    expect(fallsOf(spells).chance(45, 0, 30)).toBe(0);
    expect(fallsOf(spells).chance(101, 0, 30)).toBeNull();
  });
  it('never falls as more days are given, and never grows as more is needed', () => {
    for (let day = 0; day < 60; day += 5) {
      expect(fallsOf(spells).chance(10, 0, day + 5)).toBeGreaterThanOrEqual(fallsOf(spells).chance(10, 0, day) ?? NaN);
      expect(fallsOf(spells).chance(10, 0.04, day)).toBeLessThanOrEqual(fallsOf(spells).chance(10, 0, day) ?? NaN);
    }
  });
});
