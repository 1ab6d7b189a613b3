import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { homeHistory } from './homeHistory.js';
import type { TaleChange, TaleOfListing } from './homeHistory.js';
import { whyBack } from './whyBack.js';

const DAY = 86_400_000;
const NOW = Date.UTC(2026, 3, 14, 13);
const day = (date: string): number => Date.parse(`${date}T14:00:00Z`);
const listing = (key: string, at: string, price: number, changes: readonly TaleChange[], more = {}): TaleOfListing => ({
  listingKey: key,
  listingId: key,
  agent: 'Wendell Achterberg',
  office: 'Harborline Homes',
  at: day(at),
  status: 'Active',
  price,
  closePrice: null,
  changes,
  ...more,
});
const status = (at: string, to: string): TaleChange => ({ at: day(at), field: 'StandardStatus', to });
const price = (at: string, to: number): TaleChange => ({ at: day(at), field: 'ListPrice', to });

describe('homeHistory', () => {
  const told = homeHistory(
    [
      listing('C', '2025-12-08', 435_000, [
        price('2026-01-20', 430_000),
        status('2026-03-02', 'Pending'),
        status('2026-03-11', 'Active'),
        price('2026-04-12', 418_000),
      ]),
      listing('A', '2024-01-10', 380_000, [status('2024-02-01', 'Pending'), status('2024-03-04', 'Closed')], {
        closePrice: 365_000,
      }),
      listing('B', '2025-09-01', 449_000, [price('2025-10-01', 439_000), status('2025-11-20', 'Withdrawn')]),
    ],
    NOW,
  );

  it('tells the listings newest first, each from its beginning to its end', () => {
    expect(told.lives.map(({ listingKey, from, to }) => [listingKey, from, to])).toEqual([
      ['C', day('2025-12-08'), null],
      ['B', day('2025-09-01'), day('2025-11-20')],
      ['A', day('2024-01-10'), day('2024-03-04')],
    ]);
  });
  it('joins one put back soon after it was taken off, and none after a sale', () => {
    expect(told.lives.map(({ afterDaysOff, goesOn }) => [afterDaysOff, goesOn])).toEqual([
      [18, true],
      [null, false],
      [null, false],
    ]);
    expect(told.forSale).toEqual({ since: Date.UTC(2025, 8, 1), listings: 2, days: 225 });
  });
  it('has the time under contract, and what came of it', () => {
    expect(told.lives[0]?.contracts).toEqual([{ from: day('2026-03-02'), to: day('2026-03-11') }]);
    expect(told.lives[0]?.moments.map(({ kind }) => kind)).toEqual(['listed', 'price', 'underContract', 'back', 'price']);
    expect(told.lives[0]?.moments[3]).toMatchObject({ guess: { why: 'inspection', daysUnderContract: 9, sure: 'fairly' } });
    expect(told.lives[2]?.moments.at(-1)).toMatchObject({ kind: 'closed', price: 365_000, asked: 380_000 });
  });
  it('adds up the cuts', () => {
    expect(told.lives.map(({ cutInAll, firstPrice }) => [cutInAll, firstPrice])).toEqual([
      [17_000, 435_000],
      [10_000, 449_000],
      [0, 380_000],
    ]);
  });
  it('takes what was sold before its first record as one sale', () => {
    const { lives, forSale } = homeHistory(
      [listing('A', '2001-05-02', 90_000, [], { status: 'Closed', closePrice: 88_000 })],
      NOW,
    );
    expect(lives[0]).toMatchObject({ from: day('2001-05-02'), to: day('2001-05-02'), contracts: [] });
    expect(forSale).toMatchObject({ listings: 1, days: 0 });
  });
  it('begins anew after any sale, also one that is told by its last status alone, or corrected afterwards', () => {
    const sales = [
      listing('A', '2026-03-20', 90_000, [], { status: 'Closed' }),
      listing('A', '2026-02-01', 90_000, [status('2026-03-20', 'Closed'), price('2026-03-21', 91_000)]),
    ];
    for (const sale of sales) {
      const { lives, forSale } = homeHistory([sale, listing('B', '2026-04-01', 120_000, [])], NOW);
      expect([lives[0]?.afterDaysOff, lives[0]?.goesOn, forSale?.listings]).toEqual([null, false, 1]);
    }
  });
  it('of nothing is nothing', () => expect(homeHistory([], NOW)).toEqual({ lives: [], forSale: null }));

  // the trade's statuses, and which may follow which (RESO StandardStatus, from memory)
  const NEXT: Readonly<Record<string, readonly string[]>> = {
    'Coming Soon': ['Active', 'Withdrawn', 'Canceled'],
    Active: ['Active Under Contract', 'Pending', 'Hold', 'Withdrawn', 'Expired', 'Canceled'],
    'Active Under Contract': ['Pending', 'Active', 'Withdrawn', 'Canceled'],
    Pending: ['Closed', 'Active', 'Active Under Contract', 'Canceled'],
    Hold: ['Active', 'Withdrawn', 'Expired'],
    Withdrawn: ['Active', 'Expired'],
  };
  const tales = fc
    .array(
      fc.record({
        gap: fc.integer({ min: 1, max: 200 }),
        steps: fc.array(
          fc.record({ days: fc.integer({ min: 1, max: 60 }), pick: fc.nat(), by: fc.integer({ min: -20, max: 10 }) }),
          {
            maxLength: 12,
          },
        ),
      }),
      { minLength: 1, maxLength: 4 },
    )
    .map((lives): TaleOfListing[] => {
      let at = NOW - 3000 * DAY;
      return lives.map(({ gap, steps }, i) => {
        at += gap * DAY;
        const from = at;
        let state = 'Active';
        let asked = 400_000;
        const changes: TaleChange[] = [];
        for (const { days, pick, by } of steps) {
          at += days * DAY;
          const next = NEXT[state] ?? [];
          if (by !== 0 && pick % 3 === 0) changes.push({ at, field: 'ListPrice', to: (asked += by * 1000) });
          else if (next.length > 0)
            changes.push({ at, field: 'StandardStatus', to: (state = next[pick % next.length] as string) });
        }
        return { ...listing(`L${i}`, '2020-01-01', 400_000, changes), at: from };
      });
    });
  /** What a listing stands at on a day, by going through all its changes anew. */
  const onDay = ({ status: first, price: asked, changes }: TaleOfListing, at: number): [string, number | null] => {
    let [state, now] = [first, asked];
    for (const change of changes) {
      if (change.at > at) continue;
      if (change.field === 'ListPrice') now = change.to;
      else state = change.to;
    }
    return [state, now];
  };

  it('agrees on every day with a replay of that day', () => {
    fc.assert(
      fc.property(tales, (listings) => {
        const { lives } = homeHistory(listings, NOW);
        for (const tale of listings) {
          const life = lives.find(({ listingKey }) => listingKey === tale.listingKey);
          const last = Math.max(tale.at, ...tale.changes.map(({ at }) => at));
          for (let at = tale.at; at <= last; at += DAY) {
            const [state, asked] = onDay(tale, at);
            const isUnder = life?.contracts.some(({ from, to }) => from <= at && (to === null || at < to));
            expect(isUnder).toBe(state === 'Pending' || state === 'Active Under Contract');
            const isOff = ['Withdrawn', 'Expired', 'Canceled', 'Closed'].includes(state);
            expect(life?.prices.findLast((step) => step.at <= at)?.price).toBe(isOff ? null : asked);
          }
        }
      }),
      { numRuns: 60 },
    );
  });
  it('has each contract begin after the one before has ended, and within its listing', () => {
    fc.assert(
      fc.property(tales, (listings) => {
        for (const { contracts, from, to } of homeHistory(listings, NOW).lives) {
          const ends = contracts.flatMap((contract) => [contract.from, contract.to ?? Infinity]);
          expect(ends).toEqual(ends.toSorted((a, b) => a - b));
          expect(ends.every((at) => at >= from)).toBe(true);
          if (to !== null) expect(contracts.every((contract) => contract.to !== null && contract.to <= to)).toBe(true);
        }
      }),
    );
  });
});

// common practice, as `checks` have it: days mean an inspection, a month the loan, a cut with it the appraisal
describe('whyBack', () => {
  it.each([
    [6, false, 'inspection'],
    [13, true, 'inspection'],
    [30, false, 'financing'],
    [30, true, 'appraisal'],
    [17, false, undefined],
    [90, false, undefined],
  ])('after %i days, cut %s: %s', (days, wasCut, why) => {
    expect(whyBack(0, days * DAY, wasCut)?.why).toBe(why);
  });
});
