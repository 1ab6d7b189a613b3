import { minutesBetween } from '../roads/travelTable.js';
import { breakFrom, startOf } from './round.js';
import type { RoundAsk, RoundStop } from './round.js';
import { mayFollow, tiesOf } from './ties.js';
import type { Ties } from './ties.js';

/** How often the best order is shaken and mended again, by the number of stops: the more, the longer each takes. */
const SHAKES = 2500;
/** Stops that are moved together, at most. */
const LONGEST_RUN = 3;
/** What a home that is passed by weighs: more than any minutes. */
const PASSED = 1e6;

/**
 * A good order of many stops, as ids: each run of up to three neighbours is moved, and each stretch turned, until none of it helps;
 * then it is shaken, and mended again, many times.
 */
export function improved(ask: RoundAsk): string[] {
  const ties = tiesOf(ask.stops);
  const costOf = costing(ask, ties);
  const random = numbers(ask.stops.length);
  let order = mended(costOf, begun(ask, costOf));
  let cost = costOf(order);
  for (let shake = 0; shake < SHAKES / ask.stops.length; shake++) {
    const tried = mended(costOf, shaken(order, random));
    const price = costOf(tried);
    if (price < cost) [order, cost] = [tried, price];
  }
  return order
    .filter((_, i) => seen(ask, ties, order.slice(0, i + 1)).last === order[i])
    .flatMap((index) => ask.stops[index]?.id ?? []);
}

/** What an order costs; where it is more than a limit, anything above that. */
type CostOf = (order: readonly number[], limit?: number) => number;

/** Each stop in turn where it costs the least. */
function begun({ stops }: RoundAsk, costOf: CostOf): readonly number[] {
  let order: readonly number[] = [];
  for (const index of stops.keys()) {
    const tries = Array.from({ length: order.length + 1 }, (_, i) => [...order.slice(0, i), index, ...order.slice(i)]);
    order = tries.reduce((best, tried) => (costOf(tried) < costOf(best) ? tried : best));
  }
  return order;
}

/** Goes through all moves again and again, and takes each that helps, until none does. */
function mended(costOf: CostOf, from: readonly number[]): readonly number[] {
  const order = [...from];
  const tried = [...from];
  let cost = costOf(order);
  /** Takes what was tried, if it helps; else goes back to the order. */
  const weigh = (): boolean => {
    const price = costOf(tried, cost);
    const helps = price < cost - 1e-9;
    const [to, source] = helps ? [order, tried] : [tried, order];
    for (let i = 0; i < source.length; i++) to[i] = source[i] as number;
    if (helps) cost = price;
    return helps;
  };
  const n = order.length;
  for (let isBetter = true; isBetter;) {
    isBetter = false;
    for (let length = 1; length <= Math.min(LONGEST_RUN, n - 1); length++)
      for (let at = 0; at + length <= n; at++)
        for (let to = 0; to + length <= n; to++) {
          if (to === at) continue;
          move(order, tried, at, to, length);
          if (weigh()) isBetter = true;
        }
    for (let first = 0; first < n - 1; first++)
      for (let last = first + 1; last < n; last++) {
        for (let i = first; i <= last; i++) tried[i] = order[first + last - i] as number;
        if (weigh()) isBetter = true;
      }
  }
  return order;
}

/** Writes an order whose run of so many stops is moved to another place. */
function move(order: readonly number[], into: number[], at: number, to: number, length: number): void {
  let rest = 0;
  for (let i = 0; i < order.length; i++) {
    if (rest === at) rest += length;
    into[i] = (i >= to && i < to + length ? order[at + i - to] : order[rest++]) as number;
  }
}

/** Two stretches that follow each other change places (the double bridge). */
function shaken(order: readonly number[], random: () => number): readonly number[] {
  const cuts = [random(), random(), random()].map((share) => Math.floor(share * (order.length + 1)));
  const [a = 0, b = 0, c = 0] = cuts.sort((x, y) => x - y);
  return [...order.slice(0, a), ...order.slice(b, c), ...order.slice(a, b), ...order.slice(c)];
}

/** Costs of orders in which whatever is shut, is bound to others, or from where one would be back too late, is passed by. */
function costing(ask: RoundAsk, ties: Ties): CostOf {
  const { leaveAt, aim } = ask;
  return (order, limit) => {
    const { backAt, driving, passed } = seen(ask, ties, order, limit);
    const whole = backAt - leaveAt;
    return passed * PASSED + (aim === 'soonest' ? whole + driving / 1e3 : driving + whole / 1e3);
  };
}

/**
 * A round that passes by what it cannot see, and takes its break as soon as it can, or before what would be too long for it. It is
 * asked for a million times, and stops where it costs more than the limit.
 */
function seen(
  { stops, table, leaveAt, backBy, aim, break: pause }: RoundAsk,
  ties: Ties,
  order: readonly number[],
  limit = Infinity,
): { readonly backAt: number; readonly driving: number; readonly passed: number; readonly last: number } {
  const end = stops.length + 1;
  let [last, now, driving, passed] = [stops.length, leaveAt, 0, 0];
  let set = 0;
  let open = pause && leaveAt <= pause.until ? pause : null;
  for (let i = 0; i < order.length; i++) {
    const index = order[i] as number;
    const stop = stops[index] as RoundStop;
    if (ties && !mayFollow(ties, set, last, index)) {
      passed++;
      continue;
    }
    let way = minutesBetween(table, last, index, now);
    let leftAt = (startOf(stop, now + way) ?? Infinity) + stop.minutes;
    const breakAt = open && i > passed && (now >= open.from || leftAt > open.until) ? breakFrom(open, now) : null;
    if (open && breakAt !== null) {
      way = minutesBetween(table, last, index, breakAt + open.minutes);
      leftAt = (startOf(stop, breakAt + open.minutes + way) ?? Infinity) + stop.minutes;
    }
    const lacksBreak = open !== null && breakAt === null && leftAt > open.until;
    if (lacksBreak || leftAt > backBy || leftAt + minutesBetween(table, index, end, leftAt) > backBy) {
      passed++;
      continue;
    }
    [last, now, driving] = [index, leftAt, driving + way];
    if (ties) set |= 1 << index;
    if (breakAt !== null) open = null;
    if (passed * PASSED + (aim === 'soonest' ? now - leaveAt : driving) > limit)
      return { backAt: Infinity, driving, passed, last };
  }
  const home = order.length > passed ? minutesBetween(table, last, end, now) : 0;
  return { backAt: now + home, driving: driving + home, passed, last };
}

/** Numbers from 0 to 1 that are the same each time (mulberry32). */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}
