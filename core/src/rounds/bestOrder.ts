import { minutesBetween } from '../roads/travelTable.js';
import { improved } from './improved.js';
import { breakFrom, byAim, startOf, timed } from './round.js';
import type { RoundAsk, RoundBreak, RoundStop } from './round.js';

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
  const areFew = ask.stops.length <= MOST_PROVEN;
  const order = areFew ? proven(ask) : improved(ask);
  const leftOut = ask.stops.map(({ id }) => id).filter((id) => !order.includes(id));
  // a break moves what comes after it to hours with other drives, so that in a rare case another order is better by a little
  return { order, leftOut, isProven: areFew && !ask.break };
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
        if (set & (1 << next) || !mayFollow(stops, set, next)) continue;
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

/** What is to be seen first comes before anything else, and nothing comes after what is to be seen last. */
function mayFollow(stops: readonly RoundStop[], set: number, next: number): boolean {
  if (stops[next]?.place === 'first' && stops.some(({ place }, i) => set & (1 << i) && place !== 'first')) return false;
  return stops[next]?.place === 'last' || !stops.some(({ place }, i) => set & (1 << i) && place === 'last');
}

function lastOf(set: number, n: number): number[] {
  return Array.from({ length: n }, (_, i) => i).filter((i) => set & (1 << i));
}

function count(set: number): number {
  let n = 0;
  for (let rest = set; rest; rest &= rest - 1) n++;
  return n;
}

/** What would have to change for a stop to be seen with the others. */
export interface RoundChange {
  readonly what: 'leaveAt' | 'backBy' | 'minutes';
  /** In minutes from midnight; of visits, how long each takes. */
  readonly to: number;
}

const STEP = 15;
const MOST_STEPS = 8;
const LEAST_MINUTES = 10;
/** Stops up to which an order is found anew for each change that is tried. */
const MOST_ANEW = 8;

/**
 * The smallest change by which a stop that was left out could be seen with those that are; null where none of these would do. Of many
 * stops the others keep their order, since finding a new one for each change would take too long.
 */
export function smallestChange(ask: RoundAsk, seen: readonly string[], id: string): RoundChange | null {
  const only = subset(ask, new Set([...seen, id]));
  const orders = seen.map((_, i) => [...seen.slice(0, i), id, ...seen.slice(i)]).concat([[...seen, id]]);
  const goes = (changed: RoundAsk, order: readonly string[]): boolean => {
    const { visits, late, lacksBreak } = timed(changed, order);
    return late === 0 && !lacksBreak && visits.length === changed.stops.length && visits.every(({ isShut }) => !isShut);
  };
  const fits = (changed: RoundAsk): boolean =>
    only.stops.length <= MOST_ANEW ? goes(changed, bestOrder(changed).order) : orders.some((order) => goes(changed, order));
  for (let step = 1; step <= MOST_STEPS; step++) {
    const by = step * STEP;
    if (ask.leaveAt - by >= 0 && fits({ ...only, leaveAt: ask.leaveAt - by })) return { what: 'leaveAt', to: ask.leaveAt - by };
    if (fits({ ...only, backBy: ask.backBy + by })) return { what: 'backBy', to: ask.backBy + by };
    const minutes = Math.min(...only.stops.map((stop) => stop.minutes)) - 5 * step;
    const shorter = only.stops.map((stop) => ({ ...stop, minutes: Math.min(stop.minutes, minutes) }));
    if (minutes >= LEAST_MINUTES && fits({ ...only, stops: shorter })) return { what: 'minutes', to: minutes };
  }
  return null;
}

/** A round of only some of its stops. */
function subset({ stops, table, ...ask }: RoundAsk, ids: ReadonlySet<string>): RoundAsk {
  const indexes = [...stops.keys()].filter((index) => ids.has(stops[index]?.id ?? ''));
  const places = [...indexes, stops.length, stops.length + 1];
  const minutes = places.map((from) => places.map((to) => table.minutes[from]?.[to] ?? []));
  return { ...ask, stops: indexes.map((index) => stops[index] as RoundStop), table: { ...table, minutes } };
}
