import { minutesBetween } from '../roads/travelTable.js';
import { improved } from './improved.js';
import { breakFrom, byAim, onlyLikely, startOf, timed } from './round.js';
import type { RoundAsk, RoundBreak, RoundStop } from './round.js';
import { mayFollow, tiesOf } from './ties.js';

/** Up to so many stops every order is weighed, none left out but for a better one that is proven. */
export const MOST_PROVEN = 12;

/** The best order of a round. */
export interface BestOrder {
  readonly order: readonly string[];
  /** Those that cannot be seen, with the most that can. */
  readonly leftOut: readonly string[];
  /** Whether no order is better; else it is the best of many thousand that were tried. */
  readonly isProven: boolean;
}

/** The order in which the most stops can be seen, and of those the best by the aim; where two are alike, the one over sooner. */
export function bestOrder(ask: RoundAsk): BestOrder {
  if (ask.aim === 'likeliest') return likeliest({ ...ask, aim: 'soonest' });
  const areFew = ask.stops.length <= MOST_PROVEN;
  const order = areFew ? proven(ask) : improved(ask);
  const leftOut = ask.stops.map(({ id }) => id).filter((id) => !order.includes(id));
  // a break moves what comes after it to hours with other drives, so that in a rare case another order is better by a little
  return { order, leftOut, isProven: areFew && (!ask.break || ask.leaveAt > ask.break.until) };
}

/**
 * As many stops as can be seen, as many of them as can be in their likely hours, and over soonest. It begins with all in those hours,
 * and lets go of the hours of those that have no place, until no more can be seen.
 */
function likeliest(ask: RoundAsk): BestOrder {
  const within = (free: readonly string[]): BestOrder =>
    bestOrder({ ...ask, stops: ask.stops.map((stop) => (free.includes(stop.id) ? stop : onlyLikely(stop))) });
  let tried = within([]);
  if (tried.leftOut.length === 0) return tried;
  const found = [bestOrder(ask), tried];
  for (let free: readonly string[] = []; tried.leftOut.some((id) => !free.includes(id)); found.push(tried)) {
    free = [...new Set([...free, ...tried.leftOut])];
    tried = within(free);
  }
  const [best] = found
    .map((each) => ({ ...each, goes: timed({ ...ask, aim: 'likeliest' }, each.order) }))
    .sort((a, b) => a.leftOut.length - b.leftOut.length || a.goes.unlikely - b.goes.unlikely || byAim('soonest', a.goes, b.goes));
  const { order, leftOut } = best ?? tried;
  return { order, leftOut, isProven: false };
}

/** A way through some of the stops to the last of them. */
interface Label {
  /** When it is left again, in minutes from midnight, and minutes at the wheel until then. */
  readonly now: number;
  readonly driving: number;
  readonly last: number;
  readonly before: Label | null;
  /** Whether the break is taken, or none is needed. */
  readonly isRested: boolean;
}

/**
 * Every set of stops and every last one of it, by dynamic programming (Held and Karp 1962, with windows). Whoever is there sooner can
 * wait, and whoever sets out later never arrives sooner, so that of two ways through the same stops to the same last one only those
 * count that are sooner, or at the wheel for less, or have taken the break.
 */
function proven(ask: RoundAsk): string[] {
  const { stops, table, leaveAt, backBy, break: pause } = ask;
  const n = stops.length;
  const ties = tiesOf(stops);
  const labels: Label[][] = Array.from({ length: n << n }, () => []);
  const begin: Label = { now: leaveAt, driving: 0, last: n, before: null, isRested: !pause || leaveAt > pause.until };
  let best: { readonly seen: number; readonly end: Label; readonly backAt: number; readonly driving: number } | null = null;
  for (let set = 0; set < 1 << n; set++) {
    for (const from of set === 0 ? [begin] : lastOf(set, n).flatMap((last) => labels[set * n + last] as Label[])) {
      const home = minutesBetween(table, from.last, n + 1, from.now);
      const end = { seen: count(set), end: from, backAt: from.now + home, driving: from.driving + home };
      if (set > 0 && end.backAt <= backBy && (!best || isBetter(ask, end, best))) best = end;
      for (let next = 0; next < n; next++) {
        const stop = stops[next] as RoundStop;
        if (set & (1 << next) || !mayFollow(ties, set, from.last, next)) continue;
        for (const { now, isRested } of departures(from, pause)) {
          const way = minutesBetween(table, from.last, next, now);
          const leftAt = (startOf(stop, now + way) ?? Infinity) + stop.minutes;
          if (leftAt > backBy || (pause && !isRested && leftAt > pause.until)) continue;
          const label = { now: leftAt, driving: from.driving + way, last: next, before: from, isRested };
          keep(labels[(set | (1 << next)) * n + next] as Label[], label);
        }
      }
    }
  }
  const order: string[] = [];
  for (let label = best?.end ?? null; label?.before; label = label.before) order.unshift((stops[label.last] as RoundStop).id);
  return order;
}

/** When one may go on: at once, or after the break, where a visit is behind and it is not taken yet. */
function departures(
  { now, isRested, before }: Label,
  pause: RoundBreak | undefined,
): readonly { readonly now: number; readonly isRested: boolean }[] {
  const at = pause && !isRested && before ? breakFrom(pause, now) : null;
  return pause && at !== null
    ? [
        { now, isRested },
        { now: at + pause.minutes, isRested: true },
      ]
    : [{ now, isRested }];
}

/** Takes a label in among those of the same stops, unless another is as good in all, and drops those that it is as good as. */
function keep(labels: Label[], label: Label): void {
  if (labels.some((other) => isAsGood(other, label))) return;
  let kept = 0;
  for (const other of labels) if (!isAsGood(label, other)) labels[kept++] = other;
  labels.length = kept;
  labels.push(label);
}

function isAsGood(a: Label, b: Label): boolean {
  return a.now <= b.now && a.driving <= b.driving && (a.isRested || !b.isRested);
}

function isBetter(
  { aim }: RoundAsk,
  a: { readonly seen: number; readonly backAt: number; readonly driving: number },
  b: { readonly seen: number; readonly backAt: number; readonly driving: number },
): boolean {
  return (b.seen - a.seen || byAim(aim, a, b)) < 0;
}

function lastOf(set: number, n: number): number[] {
  return Array.from({ length: n }, (_, i) => i).filter((i) => set & (1 << i));
}

function count(set: number): number {
  let n = 0;
  for (let rest = set; rest; rest &= rest - 1) n++;
  return n;
}
