import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { TravelTable } from '../roads/travelTable.js';
import { bestOrder } from './bestOrder.js';
import { improved } from './improved.js';
import { driven, timed } from './round.js';
import type { RoundAsk, RoundStop, TimeSpan } from './round.js';
import { smallestChange } from './smallestChange.js';
import { brokenTies } from './ties.js';

const DAY: TimeSpan = { from: 0, until: 1440 };

/** A table of drives that are the same at any hour. */
function still(minutes: readonly (readonly number[])[]): TravelTable {
  return { moments: [0, 30], minutes: minutes.map((row) => row.map((each) => [each, each])) };
}

/** All places are minutes apart along one street: the stops in their order, then the start and the end at its beginning. */
function street(at: readonly number[], more: Partial<RoundAsk> & { readonly stops: readonly RoundStop[] }): RoundAsk {
  const places = [...at, 0, 0];
  const table = still(places.map((from) => places.map((to) => Math.abs(from - to))));
  return { table, leaveAt: 600, backBy: 1020, aim: 'soonest', ...more };
}

const stop = (id: string, open: readonly TimeSpan[] = [DAY], minutes = 30): RoundStop => ({ id, open, minutes });

/** The optimal tours as TSPLIB publishes them (Reinelt, 1991; tsplib95 in Heidelberg): values from memory, as are the coordinates. */
const TSPLIB = JSON.parse(readFileSync(new URL('../testing/tsplib.json', import.meta.url), 'utf8')) as Record<
  string,
  { readonly type: string; readonly optimum: number; readonly points: readonly (readonly [number, number])[] }
>;

/** TSPLIB's own distances: along the globe by its formula for GEO, rounded for EUC_2D. */
function tsplib(name: string): { readonly ask: RoundAsk; readonly optimum: number } {
  const { type, optimum, points } = TSPLIB[name] ?? { type: '', optimum: 0, points: [] };
  const radians = (value: number): number => (3.141592 * (Math.trunc(value) + (5 * (value - Math.trunc(value))) / 3)) / 180;
  const distance = ([ax, ay]: readonly [number, number], [bx, by]: readonly [number, number]): number => {
    if (type === 'EUC_2D') return Math.round(Math.hypot(ax - bx, ay - by));
    const [q1, q2, q3] = [
      Math.cos(radians(ay) - radians(by)),
      Math.cos(radians(ax) - radians(bx)),
      Math.cos(radians(ax) + radians(bx)),
    ];
    return Math.trunc(6378.388 * Math.acos(0.5 * ((1 + q1) * q2 - (1 - q1) * q3)) + 1);
  };
  // the first place is where the tour begins and ends
  const [first, ...rest] = points as [readonly [number, number], ...(readonly [number, number])[]];
  const places = [...rest, first, first];
  return {
    optimum,
    ask: {
      stops: rest.map((_, i) => ({ id: String(i), minutes: 0, open: [{ from: 0, until: 1e9 }] })),
      table: still(places.map((from) => places.map((to) => (from === to ? 0 : distance(from, to))))),
      leaveAt: 0,
      backBy: 1e9,
      aim: 'leastDriving',
    },
  };
}

describe('the best order', () => {
  it.each([
    ['burma14', 0],
    ['ulysses16', 0],
    ['berlin52', 0.02],
  ])('is that of TSPLIB’s %s, to %d of its length', (name, share) => {
    const { ask, optimum } = tsplib(name);
    const { order } = bestOrder(ask);
    expect(new Set(order).size).toBe(ask.stops.length);
    const { driving } = timed(ask, order);
    expect(driving).toBeGreaterThanOrEqual(optimum);
    expect(driving).toBeLessThanOrEqual(optimum * (1 + share));
  });

  const minutes = fc.integer({ min: 0, max: 40 });
  const opening = fc
    .tuple(fc.integer({ min: 560, max: 800 }), fc.integer({ min: 20, max: 240 }))
    .map(([from, long]) => ({ from, until: from + long }));
  const BY_MINUTES = ['soonest', 'leastDriving'] as const;
  const rounds = fc.integer({ min: 1, max: 5 }).chain((n) =>
    fc.record({
      stops: fc.tuple(
        ...Array.from({ length: n }, (_, i) =>
          fc.record(
            {
              id: fc.constant(String(i)),
              minutes: fc.integer({ min: 5, max: 45 }),
              open: fc.oneof(fc.constant([DAY]), fc.array(opening, { minLength: 1, maxLength: 2 }).map(inOrder)),
              place: fc.constantFrom('first' as const, 'last' as const),
              ...Object.fromEntries(['before', 'beside'].map((tie) => [tie, fc.integer({ min: 0, max: n - 1 }).map(String)])),
              likely: fc.array(opening, { minLength: 0, maxLength: 2 }).map(inOrder),
            },
            { requiredKeys: ['id', 'minutes', 'open'] },
          ),
        ),
      ),
      table: fc
        .array(fc.array(fc.tuple(minutes, minutes), { minLength: n + 2, maxLength: n + 2 }), {
          minLength: n + 2,
          maxLength: n + 2,
        })
        .map(rushed),
      leaveAt: fc.integer({ min: 540, max: 660 }),
      backBy: fc.integer({ min: 700, max: 1000 }),
      aim: fc.constantFrom(...BY_MINUTES),
    }),
  );

  it('is as good as the best of all orders of all that can be seen, whatever the hours', () => {
    fc.assert(
      fc.property(rounds, (ask) => {
        const { order, leftOut } = bestOrder(ask);
        expect([...order, ...leftOut].sort()).toEqual(ask.stops.map(({ id }) => id).sort());
        const found = worthOf(ask, order.map(Number));
        expect(found).toEqual(bruteForce(ask as RoundAsk));
      }),
      { numRuns: 3000, seed: 20260414 },
    );
  });

  it('sees as many with a break as can be, and is over within a hundredth of the soonest, but does not say that it is proven', () => {
    const breaks = fc
      .tuple(fc.integer({ min: 600, max: 800 }), fc.integer({ min: 0, max: 90 }), fc.integer({ min: 10, max: 60 }))
      .map(([from, long, each]) => ({ from, until: from + long, minutes: each }));
    fc.assert(
      fc.property(rounds, breaks, (round, pause) => {
        const ask: RoundAsk = { ...round, break: pause, aim: 'soonest' };
        const { order, isProven } = bestOrder(ask);
        // whoever sets out after it needs none
        expect(isProven).toBe(ask.leaveAt > pause.until);
        const [found, best] = [worthOf(ask, order.map(Number)), bruteForce(ask)];
        expect(found?.[0]).toBe(best?.[0]);
        const took = (worth: readonly number[] | null): number => (worth ? (worth[1] as number) - ask.leaveAt : 0);
        expect(took(found)).toBeLessThanOrEqual(1.01 * took(best));
      }),
      { numRuns: 1500, seed: 20260415 },
    );
  });

  it('says that it is proven up to twelve homes, and not beyond', () => {
    const many = (n: number): RoundAsk =>
      street(
        Array.from({ length: n }, (_, i) => i),
        { stops: Array.from({ length: n }, (_, i) => stop(String(i), [DAY], 5)) },
      );
    expect(bestOrder(many(12)).isProven).toBe(true);
    const thirteen = bestOrder(many(13));
    expect(thirteen.isProven).toBe(false);
    expect(timed(many(13), thirteen.order).driving).toBe(24);
  });

  it('of many homes is within a hundredth of the best, where that can be known', () => {
    const at = fc.tuple(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 0, max: 30 }));
    const places = fc.array(at, { minLength: 10, maxLength: 10 });
    const opens = fc.array(fc.integer({ min: 540, max: 840 }), { minLength: 9, maxLength: 9 });
    const worse: number[] = [];
    fc.assert(
      fc.property(places, opens, fc.constantFrom(...BY_MINUTES), (homes, from, aim) => {
        const all = [...homes, homes[9] as [number, number]];
        const ask: RoundAsk = {
          stops: from.map((begin, i) => stop(String(i), [i % 2 ? DAY : { from: begin, until: begin + 150 }], 20)),
          table: still(all.map(([ax, ay]) => all.map(([bx, by]) => Math.hypot(ax - bx, ay - by)))),
          leaveAt: 540,
          backBy: 1200,
          aim,
        };
        const [best, tried] = [bestOrder(ask).order, improved(ask)].map((order) => worthOf(ask, order.map(Number)));
        expect(tried?.[0]).toBe(best?.[0]);
        worse.push(
          aim === 'soonest' ? ((tried?.[1] ?? 0) - 540) / ((best?.[1] ?? 0) - 540) : (tried?.[1] ?? 0) / (best?.[1] ?? 0),
        );
      }),
      { numRuns: 40, seed: 20 },
    );
    expect(Math.max(...worse)).toBeLessThanOrEqual(1.01);
  });

  it('leaves out of twenty homes only those that cannot be seen', () => {
    const stops = Array.from({ length: 20 }, (_, i) => stop(String(i), i === 7 ? [{ from: 300, until: 400 }] : [DAY], 5));
    const ask = street(
      stops.map((_, i) => i),
      { stops },
    );
    expect(bestOrder(ask).leftOut).toEqual(['7']);
  });
});

describe('an order that is most likely to be confirmed', () => {
  const morning = [{ from: 600, until: 720 }];
  const likely = (id: string, spans: readonly TimeSpan[]): RoundStop => ({ ...stop(id), likely: spans });

  it('sees each home in its likely hours where that can be, waiting for them', () => {
    const ask = street([5, 50], {
      aim: 'likeliest',
      stops: [likely('noon', [{ from: 720, until: 840 }]), likely('morning', morning)],
    });
    const { order, isProven } = bestOrder(ask);
    expect([order, isProven]).toEqual([['morning', 'noon'], true]);
    const { visits, unlikely } = timed(ask, order);
    expect([visits.map(({ startAt }) => startAt), unlikely]).toEqual([[650, 725], 0]);
    expect(timed({ ...ask, aim: 'soonest' }, ['noon', 'morning']).unlikely).toBe(1);
  });

  it('sees no home less for it, and is not said to be proven where one is seen at another hour', () => {
    const ask = street([10, 10, 10, 10], {
      aim: 'likeliest',
      stops: ['a', 'b', 'c', 'd'].map((id) => likely(id, [{ from: 600, until: 680 }])),
    });
    const { order, isProven } = bestOrder(ask);
    expect([order.length, isProven]).toEqual([4, false]);
    expect(timed(ask, order).unlikely).toBe(2);
  });

  it('is never worse than the one that is over soonest', () => {
    const spans = fc.array(fc.integer({ min: 560, max: 800 }), { minLength: 5, maxLength: 5 });
    fc.assert(
      fc.property(spans, spans, (opens, likelies) => {
        const stops = opens.map((from, i) => ({
          ...stop(String(i), [{ from, until: from + 180 }]),
          likely: [{ from: likelies[i] ?? 0, until: (likelies[i] ?? 0) + 60 }],
        }));
        const ask = street([5, 10, 15, 10, 5], { stops, backBy: 960, aim: 'likeliest' });
        const [likeliest, soonest] = [bestOrder(ask).order, bestOrder({ ...ask, aim: 'soonest' }).order];
        expect(likeliest.length).toBe(soonest.length);
        const [goes, hurries] = [timed(ask, likeliest), timed({ ...ask, aim: 'soonest' }, soonest)];
        expect(goes.visits.every(({ isShut }) => !isShut) && goes.late === 0).toBe(true);
        expect(goes.unlikely).toBeLessThanOrEqual(hurries.unlikely);
      }),
      { numRuns: 300, seed: 5 },
    );
  });
});

describe('a wish for the order', () => {
  const stops: RoundStop[] = [
    { ...stop('a'), before: 'b' },
    stop('b'),
    { ...stop('c'), beside: 'a' },
    { ...stop('d'), place: 'first' },
  ];

  it('is kept by the best order of few, and of many', () => {
    const many = [...stops, ...Array.from({ length: 11 }, (_, i) => stop(String(i), [DAY], 5))];
    for (const bound of [stops, many]) {
      const places = bound.map((_, i) => (7 * i) % 11);
      const { order, leftOut } = bestOrder(street(places, { stops: bound, backBy: 1400 }));
      expect(leftOut).toEqual([]);
      expect(brokenTies(bound, order)).toEqual([]);
    }
  });

  it('that an order of one’s own does not keep is said', () => {
    expect(brokenTies(stops, ['b', 'a', 'd', 'c'])).toEqual([
      { id: 'a', wish: 'before', other: 'b' },
      { id: 'd', wish: 'first' },
      { id: 'c', wish: 'beside', other: 'a' },
    ]);
    expect(brokenTies(stops, ['d', 'c', 'a'])).toEqual([]);
  });

  it('leaves one out where all cannot be kept', () => {
    const circle = [
      { ...stop('a'), before: 'b' },
      { ...stop('b'), before: 'a' },
    ];
    expect(bestOrder(street([1, 2], { stops: circle })).order).toHaveLength(1);
  });
});

describe('a round in an order of one’s own', () => {
  const ask = street([10, 20], { stops: [stop('near', [{ from: 700, until: 760 }]), stop('far', [{ from: 600, until: 700 }])] });

  it('waits where it comes too early, and sets out no sooner than it must', () => {
    const round = timed(ask, ['far', 'near']);
    expect(round.visits).toEqual([
      { id: 'far', drive: 20, arriveAt: 660, startAt: 660, endAt: 690, isShut: false, isLikely: true, breakAt: null },
      { id: 'near', drive: 10, arriveAt: 700, startAt: 700, endAt: 730, isShut: false, isLikely: true, breakAt: null },
    ]);
    expect(round).toMatchObject({ leaveAt: 640, backAt: 740, driving: 40, late: 0 });
  });

  it('tells which home is shut when it comes to it, and goes on', () => {
    const round = timed(ask, ['near', 'far']);
    expect(round.visits.map(({ id, startAt, isShut }) => [id, startAt, isShut])).toEqual([
      ['near', 700, false],
      ['far', 740, true],
    ]);
  });

  it('goes as it was asked for, once its times are agreed to', () => {
    const drives = fc.array(fc.double({ min: 0, max: 40, noNaN: true }), { minLength: 49, maxLength: 49 });
    fc.assert(
      fc.property(drives, (each) => {
        const table = still(Array.from({ length: 7 }, (_, i) => each.slice(7 * i, 7 * i + 7)));
        const stops = Array.from({ length: 5 }, (_, i) => stop(String(i), [DAY], 25));
        const asked: RoundAsk = { stops, table, leaveAt: 600, backBy: 1200, aim: 'soonest' };
        const order = stops.map(({ id }) => id);
        const { visits } = timed(asked, order);
        const agreed = visits.map(({ startAt, endAt }, i) => stop(String(i), [{ from: startAt, until: endAt }], 25));
        expect(visits.every(({ startAt }) => Number.isInteger(startAt))).toBe(true);
        expect(timed({ ...asked, stops: agreed }, order).visits.map(({ startAt, isShut }) => [startAt, isShut])).toEqual(
          visits.map(({ startAt }) => [startAt, false]),
        );
      }),
      { numRuns: 300, seed: 11 },
    );
  });

  it('passes by where no way leads, and tells the rest as it is', () => {
    const none = still([0, 1, 2, 3].map((from) => [0, 1, 2, 3].map((to) => (from === to ? 0 : 10))));
    const table = {
      ...none,
      minutes: none.minutes.map((row, i) => row.map((each, j) => (i === 0 || j === 0 ? [null, null] : each))),
    };
    const lost: RoundAsk = { stops: [stop('lost'), stop('known')], table, leaveAt: 600, backBy: 900, aim: 'soonest' };
    expect(bestOrder(lost)).toMatchObject({ order: ['known'], leftOut: ['lost'] });
    expect(smallestChange(lost, ['known'], 'lost')).toBeNull();
    const round = timed(lost, ['lost', 'known']);
    expect(round.visits.map(({ id, startAt, isShut }) => [id, startAt, isShut])).toEqual([
      ['lost', 600, true],
      ['known', 610, false],
    ]);
    expect(round).toMatchObject({ backAt: 650, driving: 20 });
  });

  it('tells by how much it is over too late', () => {
    expect(timed({ ...ask, backBy: 730 }, ['far', 'near']).late).toBe(10);
  });
});

describe('a break', () => {
  const three = street([10, 10, 10], {
    stops: ['a', 'b', 'c'].map((id) => stop(id)),
    leaveAt: 650,
    break: { from: 720, until: 740, minutes: 30 },
  });
  const breaks = (ask: RoundAsk): (number | null)[] => timed(ask, ['a', 'b', 'c']).visits.map(({ breakAt }) => breakAt);

  it('comes between two visits within its span, and all after it comes later by as much', () => {
    const { visits, backAt, lacksBreak } = timed(three, ['a', 'b', 'c']);
    expect(visits.map(({ startAt, endAt, breakAt }) => [startAt, endAt, breakAt])).toEqual([
      [660, 690, null],
      [690, 720, 720],
      [750, 780, null],
    ]);
    expect([backAt, lacksBreak]).toEqual([790, false]);
  });

  it('is none in a round that is over by then, or sets out after it', () => {
    for (const leaveAt of [600, 741]) expect(breaks({ ...three, leaveAt })).toEqual([null, null, null]);
  });

  it('is taken while one would wait anyway', () => {
    const waits = {
      ...three,
      stops: [stop('a'), stop('b', [{ from: 760, until: 1000 }]), stop('c', [{ from: 760, until: 1000 }])],
    };
    expect(driven(waits, [0, 1, 2], 650).visits.map(({ startAt, breakAt }) => [startAt, breakAt])).toEqual([
      [660, 720],
      [760, null],
      [790, null],
    ]);
  });

  it('that does not fit is said to be lacking, and keeps a home out of the best order', () => {
    const long = { ...three, stops: [stop('a', [DAY], 200), stop('b'), stop('c')] };
    expect(timed(long, ['a', 'b', 'c']).lacksBreak).toBe(true);
    const hours = [660, 695, 730].map((from) => [{ from, until: from + 30 }]);
    const agreed = { ...three, stops: ['a', 'b', 'c'].map((id, i) => stop(id, hours[i])) };
    expect(bestOrder(agreed).leftOut).toHaveLength(1);
  });
});

describe('the smallest change by which a home could be seen', () => {
  it('is to set out earlier, where that is enough', () => {
    const ask = street([30], { stops: [stop('early', [{ from: 540, until: 650 }])] });
    expect(bestOrder(ask).leftOut).toEqual(['early']);
    expect(smallestChange(ask, [], 'early')).toEqual({ what: 'leaveAt', to: 585 });
  });

  it('is to be back later, or to stay shorter', () => {
    const late = street([30], { stops: [stop('a', [{ from: 630, until: 1440 }])], backBy: 680 });
    expect(smallestChange(late, [], 'a')).toEqual({ what: 'backBy', to: 695 });
    const shut = street([0], { stops: [stop('a', [{ from: 600, until: 625 }])] });
    expect(smallestChange(shut, [], 'a')).toEqual({ what: 'minutes', to: 25 });
  });

  it('is to go without the break, where that alone is in the way', () => {
    const hours = [660, 695].map((from) => [{ from, until: from + 30 }]);
    const stops = ['a', 'b'].map((id, i) => stop(id, hours[i]));
    const ask = street([10, 10], { stops, break: { from: 690, until: 700, minutes: 60 } });
    expect(bestOrder(ask).leftOut).toEqual(['b']);
    expect(smallestChange(ask, ['a'], 'b')).toEqual({ what: 'break', to: 0 });
  });

  it('is none, where the home is never open', () => {
    expect(smallestChange(street([0], { stops: [stop('a', [])] }), [], 'a')).toBeNull();
  });
});

function inOrder(spans: readonly TimeSpan[]): readonly TimeSpan[] {
  const [one, two] = [...spans].sort((a, b) => a.from - b.from);
  return one && two && two.from > one.until ? [one, two] : one ? [one] : [];
}

/** Drives of two lengths, the second from an hour later on: whoever sets out later never arrives sooner, since in thirty minutes no drive gets shorter by more. */
function rushed(pairs: readonly (readonly (readonly [number, number])[])[]): TravelTable {
  const moments = [540, 570, 600, 630, 660, 690];
  return {
    moments,
    minutes: pairs.map((row, i) =>
      row.map(([early, late], j) => moments.map((_, m) => (i === j ? 0 : m < 3 ? early : Math.max(late, early - 30)))),
    ),
  };
}

/** How many are seen, then what the aim asks; null where nothing can be seen. */
function worthOf(ask: RoundAsk, order: readonly number[]): readonly number[] | null {
  if (order.length === 0) return null;
  const { visits, backAt, driving, late, lacksBreak } = driven(ask, order, ask.leaveAt);
  if (late > 0 || lacksBreak || visits.some(({ isShut }) => isShut)) return null;
  if (brokenTies(ask.stops, order.map(String)).length > 0) return null;
  const [first, second] = ask.aim === 'soonest' ? [backAt, driving] : [driving, backAt];
  return [-order.length, round(first), round(second)];
}

function round(value: number): number {
  return Math.round(value * 1e6) / 1e6;
}

/** Every order of every choice of stops. */
function bruteForce(ask: RoundAsk): readonly number[] | null {
  let best: readonly number[] | null = null;
  const tryAll = (order: readonly number[]): void => {
    const worth = worthOf(ask, order);
    if (worth && (!best || compare(worth, best) < 0)) best = worth;
    for (const next of ask.stops.keys()) if (!order.includes(next)) tryAll([...order, next]);
  };
  tryAll([]);
  return best;
}

function compare(a: readonly number[], b: readonly number[]): number {
  const i = a.findIndex((value, at) => value !== b[at]);
  return i < 0 ? 0 : (a[i] as number) - (b[i] as number);
}
