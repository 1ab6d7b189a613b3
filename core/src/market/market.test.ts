import fc from 'fast-check';
import { DateTime } from 'luxon';
import { describe, expect, it } from 'vitest';
import { MarketLog } from './marketLog.js';
import { countsOf, movedHomes, movementOf } from './movement.js';
import type { MoveCounts } from './movement.js';
import { movesOf } from './moves.js';
import type { MarketChange, MarketTale } from './moves.js';
import { besideOf, windowOf } from './window.js';

const DAY = 86_400_000;
const ZONE = 'America/New_York';
const START = Date.UTC(2026, 0, 1);
const day = (n: number): number => START + n * DAY;
const status = (n: number, from: string, to: string): MarketChange => ({ at: day(n), field: 'StandardStatus', from, to });
const price = (n: number, from: number, to: number): MarketChange => ({ at: day(n), field: 'ListPrice', from, to });
const tale = (changes: readonly MarketChange[], last = 'Active', listedAt: number | null = day(0)): MarketTale => ({
  ...{ listedAt, status: last, changes },
});
const told = (of: MarketTale): string[] =>
  movesOf(of).map(({ at, kind, adds }) => `${(at - START) / DAY} ${kind}${adds === 0 ? '' : adds > 0 ? '+' : '-'}`);

// which status follows which, and what each is called, by RESO StandardStatus (from memory)
describe('movesOf', () => {
  it.each<[string, MarketTale, string[]]>([
    ['listed', tale([]), ['0 new+']],
    ['coming soon, then for sale', tale([status(3, 'Coming Soon', 'Active')]), ['0 comingSoon', '3 new+']],
    [
      'sold by way of both',
      tale([
        status(5, 'Active', 'Active Under Contract'),
        status(9, 'Active Under Contract', 'Pending'),
        status(30, 'Pending', 'Closed'),
      ]),
      ['0 new+', '5 underContract-', '9 pending', '30 closed'],
    ],
    ['sold at once', tale([status(5, 'Active', 'Closed')]), ['0 new+', '5 underContract-', '5 closed']],
    [
      'promised and back',
      tale([status(5, 'Active', 'Pending'), status(12, 'Pending', 'Active')]),
      ['0 new+', '5 underContract-', '5 pending', '12 back+'],
    ],
    [
      'fallen through and taken off',
      tale([status(5, 'Active', 'Pending'), status(9, 'Pending', 'Withdrawn')]),
      ['0 new+', '5 underContract-', '5 pending', '9 withdrawn'],
    ],
    ['on hold and back', tale([status(5, 'Active', 'Hold'), status(9, 'Hold', 'Active')]), ['0 new+', '5 onHold-', '9 back+']],
    ['expired', tale([status(5, 'Active', 'Expired')]), ['0 new+', '5 expired-']],
    ['of a price that falls and rises', tale([price(2, 400, 390), price(4, 390, 395)]), ['0 new+', '2 priceDown', '4 priceUp']],
    [
      'of a price corrected after the sale',
      tale([status(2, 'Active', 'Closed'), price(3, 400, 390)]),
      ['0 new+', '2 underContract-', '2 closed'],
    ],
    ['since when is not told', tale([status(5, 'Active', 'Pending')], 'Pending', null), ['5 underContract-', '5 pending']],
    ['said twice', tale([status(5, 'Active', 'Hold'), status(6, 'Hold', 'Hold')]), ['0 new+', '5 onHold-']],
  ])('one %s', (_what, of, moves) => expect(told(of)).toEqual(moves));

  it('knows of one that is back how long it was promised, and what its price did with it', () => {
    const back = movesOf(
      tale([price(1, 410, 400), status(5, 'Active', 'Pending'), status(12, 'Pending', 'Active'), price(12, 400, 380)]),
    ).at(-1);
    expect(back).toMatchObject({ kind: 'back', from: 400, to: 380, underContract: 7 * DAY });
    expect(movesOf(tale([status(5, 'Active', 'Hold'), status(12, 'Hold', 'Active')])).at(-1)).toMatchObject({
      underContract: null,
    });
  });
});

const logOf = (tales: Readonly<Record<string, MarketTale>>): MarketLog => {
  const log = new MarketLog();
  for (const [key, each] of Object.entries(tales)) log.put(key, movesOf(each));
  return log;
};
const some = (counts: MoveCounts): Partial<MoveCounts> =>
  Object.fromEntries(Object.entries(counts).filter(([, number]) => number !== 0));

describe('what moved in a window', () => {
  const log = logOf({
    a: tale([price(11, 400_000, 380_000), price(12, 380_000, 376_000)]),
    b: tale([price(11, 500_000, 490_000), price(13, 490_000, 500_000)]),
    c: tale([status(8, 'Active', 'Pending'), status(12, 'Pending', 'Active')]),
    d: tale([status(8, 'Active', 'Pending'), status(13, 'Pending', 'Canceled')]),
    e: tale([], 'Active', day(12)),
    f: tale([status(13, 'Active', 'Expired')]),
    g: tale([price(12, 300_000, 320_000)], 'Active', day(1)),
  });
  const window = { from: day(10), to: day(14) };
  const of = (scope: Uint8Array | null): ReturnType<typeof movementOf> => movementOf(log, window, besideOf(window, ZONE), scope);

  it('counts a home’s price once, by what all its changes come to, and what was not for sale aside', () => {
    expect(some(of(null).counts)).toEqual({ new: 1, back: 1, expired: 1, priceDown: 1, priceUp: 1, aside: 1, net: 1 });
    expect(of(null).cuts).toMatchObject({ homes: 1, large: 1, median: 24_000 / 400_000 });
    expect(movedHomes(log, window, null, ['priceDown'])).toEqual([
      { moved: 'priceDown', listingKey: 'a', at: day(12), from: 400_000, to: 376_000, daysUnderContract: null },
    ]);
    expect(movedHomes(log, window, null, ['aside', 'new']).map(({ listingKey }) => listingKey)).toEqual(['e', 'd']);
  });
  it('includes its beginning, and not its end', () => {
    expect(countsOf(log, { from: day(13), to: day(14) }, null).expired).toBe(1);
    expect(countsOf(log, { from: day(12), to: day(13) }, null).expired).toBe(0);
  });
  it('looks at what is in scope', () => {
    expect(some(of(log.scopeOf(['c', 'f', 'unheard of'])).counts)).toEqual({ back: 1, expired: 1 });
    expect(of(log.scopeOf(['c', 'f'])).forSale).toEqual({ from: 1, to: 1 });
  });
  it('says of those that are back what it often means', () => {
    expect(of(null).back).toEqual([{ price: 'same', after: 'twoWeeks', homes: 1, guess: 'inspection' }]);
  });
  it('stands beside the window before, by the number of homes for sale', () => {
    expect(some(of(null).before)).toEqual({ pending: 2, underContract: 2, net: -2 });
    expect(of(null).forSale).toEqual({ from: 4, to: 5 });
    expect(of(null).weeks.at(-1)).toEqual({ at: day(14), forSale: 5, yearBefore: 0 });
  });
  it('tells where cuts come from, in quarters by price', () => {
    const cuts = Array.from(
      { length: 40 },
      (_, i) => [`k${i}`, tale([price(11, (i + 10) * 10_000, (i + 10) * 10_000 - 5_000)])] as const,
    );
    const { bands } = movementOf(logOf(Object.fromEntries(cuts)), window, besideOf(window, ZONE), null).cuts;
    expect(bands.map(({ from, to, homes }) => [from, to, homes])).toEqual([
      [null, 200_000, 10],
      [200_000, 300_000, 10],
      [300_000, 390_000, 9],
      [390_000, null, 11],
    ]);
    expect(bands.every(({ median }, i) => i === 0 || median < (bands[i - 1]?.median ?? 0))).toBe(true);
  });
});

// the statuses that a listing goes through, and which may follow which
const NEXT: Readonly<Record<string, readonly string[]>> = {
  'Coming Soon': ['Active', 'Withdrawn', 'Canceled'],
  Active: ['Active Under Contract', 'Pending', 'Hold', 'Withdrawn', 'Expired', 'Canceled', 'Closed'],
  'Active Under Contract': ['Pending', 'Active', 'Withdrawn', 'Canceled'],
  Pending: ['Closed', 'Active', 'Active Under Contract', 'Canceled'],
  Hold: ['Active', 'Withdrawn', 'Expired'],
  Withdrawn: ['Active', 'Expired'],
};
const anyTale = fc
  .record({
    from: fc.integer({ min: 0, max: 60 }),
    first: fc.constantFrom('Coming Soon', 'Active'),
    steps: fc.array(fc.record({ days: fc.integer({ min: 0, max: 12 }), pick: fc.nat(), by: fc.integer({ min: -9, max: 9 }) }), {
      maxLength: 8,
    }),
  })
  .map(({ from, first, steps }): MarketTale => {
    let [at, state, asked]: [number, string, number] = [from, first, 400_000];
    const changes: MarketChange[] = [];
    for (const { days, pick, by } of steps) {
      at += days;
      const next = NEXT[state] ?? [];
      if (pick % 3 === 0 && by !== 0) changes.push(price(at, asked, (asked += by * 1_000)));
      else if (next.length > 0) changes.push(status(at, state, (state = next[pick % next.length] as string)));
    }
    return { listedAt: day(from), status: state, changes };
  });
/** A listing's status before a moment, by going through its changes anew. */
const standing = ({ listedAt, changes, status: last }: MarketTale, at: number): string | null => {
  if (listedAt === null || listedAt >= at) return null;
  const steps = changes.filter((each) => each.field === 'StandardStatus');
  return steps.findLast((step) => step.at < at)?.to ?? steps[0]?.from ?? last;
};

describe('the log of the market', () => {
  const window = fc
    .tuple(fc.integer({ min: -5, max: 130 }), fc.integer({ min: 0, max: 60 }))
    .map(([from, days]) => ({ from: day(from), to: day(from + days) }));

  it('adds up: homes for sale at the end are those at the beginning, and new and back, less under contract and off', () => {
    fc.assert(
      fc.property(fc.array(anyTale, { maxLength: 12 }), window, (tales, { from, to }) => {
        const log = logOf(Object.fromEntries(tales.map((each, i) => [`k${i}`, each])));
        const { counts, forSale } = movementOf(log, { from, to }, besideOf({ from, to }, ZONE), null);
        const forSaleBefore = (at: number): number => tales.filter((each) => standing(each, at) === 'Active').length;
        expect(forSale).toEqual({ from: forSaleBefore(from), to: forSaleBefore(to) });
        const { net, underContract, withdrawn, expired, canceled, onHold } = counts;
        expect(net).toBe(counts.new + counts.back - underContract - withdrawn - expired - canceled - onHold);
        expect(net).toBe(forSale.to - forSale.from);
      }),
      { numRuns: 300 },
    );
  });

  it('answers the same however its listings’ histories came: at once, step by step, late, or revised', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(anyTale, anyTale), { maxLength: 8 }),
        window,
        fc.array(fc.nat(), { maxLength: 20 }),
        (pairs, span, turns) => {
          const last = Object.fromEntries(pairs.map(([, final], i) => [`k${i}`, final]));
          const stepwise = new MarketLog();
          // first what another history says, then pieces of the last in any turn, asked in between
          for (const [i, [first]] of pairs.entries()) stepwise.put(`k${i}`, movesOf(first));
          for (const turn of turns) {
            const i = turn % Math.max(1, pairs.length);
            const moves = movesOf(last[`k${i}`] ?? tale([]));
            if (i < pairs.length) stepwise.put(`k${i}`, moves.slice(0, turn % (moves.length + 1)));
            if (turn % 3 === 0) countsOf(stepwise, span, null);
          }
          for (const [key, each] of Object.entries(last)) stepwise.put(key, movesOf(each));
          expect(countsOf(stepwise, span, null)).toEqual(countsOf(logOf(last), span, null));
        },
      ),
      { numRuns: 300 },
    );
  });

  it('forgets what is nobody’s to see any more', () => {
    const log = logOf({ a: tale([status(5, 'Active', 'Hold')]), b: tale([]) });
    log.put('a', []);
    expect(some(countsOf(log, { from: day(-1), to: day(9) }, null))).toEqual({ new: 1, net: 1 });
  });
});

describe('the window that is meant', () => {
  const at = (iso: string): number => DateTime.fromISO(iso, { zone: ZONE }).toMillis();
  const now = at('2026-03-10T09:12');
  const local = (ms: number): string => DateTime.fromMillis(ms, { zone: ZONE }).toFormat("yyyy-MM-dd'T'HH:mm");
  // the clocks go forward on Mar 8, 2026, in that zone
  it.each([
    ['today', '2026-03-10T00:00'],
    ['sinceYesterday', '2026-03-09T00:00'],
    ['hours24', '2026-03-09T09:12'],
    ['days3', '2026-03-07T09:12'],
    ['days7', '2026-03-03T09:12'],
    ['sinceLooked', '2026-03-10T08:00'],
  ] as const)('%s begins at %s', (over, from) => {
    const window = windowOf(over, { now, zone: ZONE }, at('2026-03-10T08:00'));
    expect([local(window.from), window.to]).toEqual([from, now]);
  });
  it('between dates includes both days, and nothing that is to come', () => {
    const window = windowOf({ from: '2026-02-01', to: '2026-02-28' }, { now, zone: ZONE }, null);
    expect([local(window.from), local(window.to)]).toEqual(['2026-02-01T00:00', '2026-03-01T00:00']);
    expect(windowOf({ from: '2026-03-01', to: '2026-03-31' }, { now, zone: ZONE }, null).to).toBe(now);
    expect(() => windowOf({ from: '2026-03-02', to: '2026-03-01' }, { now, zone: ZONE }, null)).toThrow(RangeError);
    expect(() => windowOf({ from: 'soon', to: '2026-03-01' }, { now, zone: ZONE }, null)).toThrow(RangeError);
  });
  it('stands beside the one before, the same weekdays of the year before, and those of eight weeks', () => {
    const { before, lastYear, usual } = besideOf(windowOf('days7', { now, zone: ZONE }, null), ZONE);
    expect(before.to).toBe(at('2026-03-03T09:12'));
    expect([local(lastYear.from), local(lastYear.to)]).toEqual(['2025-03-04T09:12', '2025-03-11T09:12']);
    expect(usual.map(({ to }) => local(to))).toContain('2026-03-03T09:12');
    expect(usual).toHaveLength(8);
    const month = besideOf(windowOf('days30', { now, zone: ZONE }, null), ZONE).usual;
    expect(month.every(({ to }, i) => i === 0 || to <= (month[i - 1]?.from ?? 0))).toBe(true);
  });
});
