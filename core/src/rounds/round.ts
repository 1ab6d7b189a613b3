import { minutesBetween } from '../roads/travelTable.js';
import type { TravelTable } from '../roads/travelTable.js';

/** From when until when, in minutes from midnight. */
export interface TimeSpan {
  readonly from: number;
  readonly until: number;
}

/** A home to be seen on a round. */
export interface RoundStop {
  readonly id: string;
  /** How long the visit takes, in minutes, with parking. */
  readonly minutes: number;
  /** When it can be seen, in their order: a visit begins and ends within one of them. */
  readonly open: readonly TimeSpan[];
  /** Whether it is seen before all others, or after them. */
  readonly place?: 'first' | 'last';
  /** Another that is seen after it, and another right beside which it is seen: ids. */
  readonly before?: string;
  readonly beside?: string;
  /** The hours, in their order, in which a time for it is most readily agreed to; left out where any is as good. */
  readonly likely?: readonly TimeSpan[];
}

/** A break between two visits, once in a round: it begins within a span, and is needed by a round that goes on after that. */
export interface RoundBreak extends TimeSpan {
  readonly minutes: number;
}

/** What an order is good for: home again soonest, the least time at the wheel, or times that are most likely to be confirmed. */
export const AIMS = ['soonest', 'leastDriving', 'likeliest'] as const;
export type Aim = (typeof AIMS)[number];

/** What is asked of a round. Its table has the stops in their order, then where it begins, then where it ends. */
export interface RoundAsk {
  readonly stops: readonly RoundStop[];
  readonly table: TravelTable;
  /** In minutes from midnight: not to set out before, and to be at the end by. */
  readonly leaveAt: number;
  readonly backBy: number;
  readonly aim: Aim;
  readonly break?: RoundBreak;
}

/** One visit of a round, in minutes from midnight. */
export interface RoundVisit {
  readonly id: string;
  /** Minutes of the drive to it. */
  readonly drive: number;
  readonly arriveAt: number;
  readonly startAt: number;
  readonly endAt: number;
  /** Whether it cannot be seen then: it is closed, or will be before the visit is over, or no way leads there. */
  readonly isShut: boolean;
  /** Whether it is seen then as readily as at any hour. */
  readonly isLikely: boolean;
  /** When the break begins that is taken after it, before the drive on; null where none is. */
  readonly breakAt: number | null;
}

/** How a round goes in one order. */
export interface TimedRound {
  readonly visits: readonly RoundVisit[];
  /** As late as one may set out without being later for anything. */
  readonly leaveAt: number;
  readonly backAt: number;
  /** Minutes at the wheel, to the end of the round. */
  readonly driving: number;
  /** Minutes after it should be over. */
  readonly late: number;
  /** Whether it goes on without the break that it should have. */
  readonly lacksBreak: boolean;
  /** Visits at hours that are less readily agreed to. */
  readonly unlikely: number;
}

/** Less than what is meant by any minute: sums of fractions end a little beside it. */
const ALMOST = 1e-6;

/** Goes through a round in an order of its stops; where one is shut, it is seen all the same, and said to be. */
export function timed(asked: RoundAsk, order: readonly string[]): TimedRound {
  const stops = order.map((id) => asked.stops.findIndex((stop) => stop.id === id)).filter((index) => index >= 0);
  const ask = asked.aim === 'likeliest' ? inLikelyHours(asked, stops) : asked;
  const soonest = driven(ask, stops, ask.leaveAt);
  const shut = shutOf(soonest);
  // later by whole minutes, as long as nothing comes later for it
  const waited = soonest.visits.reduce((sum, { arriveAt, startAt }) => sum + startAt - arriveAt, 0);
  let [fine, late] = [0, Math.ceil(waited) + 1];
  while (late - fine > 1) {
    const middle = (fine + late) >> 1;
    const tried = driven(ask, stops, ask.leaveAt + middle);
    if (tried.backAt <= soonest.backAt && shutOf(tried) <= shut) fine = middle;
    else late = middle;
  }
  return driven(ask, stops, ask.leaveAt + fine);
}

/** A round that waits for the likely hours of each home in turn, as long as nothing else is lost by it. */
function inLikelyHours(ask: RoundAsk, order: readonly number[]): RoundAsk {
  const lostOf = (tried: RoundAsk): number => {
    const goes = driven(tried, order, ask.leaveAt);
    return shutOf(goes) + Number(goes.lacksBreak) + goes.late;
  };
  const least = lostOf(ask);
  return order.reduce((kept, index) => {
    const tried = { ...kept, stops: kept.stops.map((stop, i) => (i === index ? onlyLikely(stop) : stop)) };
    return lostOf(tried) <= least ? tried : kept;
  }, ask);
}

/** A stop that is open in its likely hours alone. */
export function onlyLikely(stop: RoundStop): RoundStop {
  const { open, likely } = stop;
  if (!likely) return stop;
  const both = open.flatMap(({ from, until }) =>
    likely.map((span) => ({ from: Math.max(from, span.from), until: Math.min(until, span.until) })),
  );
  return { ...stop, open: both.filter(({ from, until }) => from < until) };
}

function shutOf({ visits }: Pick<TimedRound, 'visits'>): number {
  return visits.filter(({ isShut }) => isShut).length;
}

/**
 * A round in an order of its stops, by their places among them, that sets out at a moment. Its break is taken where the fewest are
 * shut for it, and then where it is the best by the aim.
 */
export function driven(ask: RoundAsk, order: readonly number[], leaveAt: number): TimedRound {
  const plain = drivenWith(ask, order, leaveAt, null);
  if (!plain.lacksBreak) return plain;
  let best = plain;
  for (const after of order.slice(0, -1).keys()) {
    const tried = drivenWith(ask, order, leaveAt, after);
    if (!tried.lacksBreak && (best.lacksBreak || isBetter(ask.aim, tried, best))) best = tried;
  }
  return best;
}

function isBetter(aim: Aim, a: TimedRound, b: TimedRound): boolean {
  return (shutOf(a) - shutOf(b) || a.late - b.late || byAim(aim, a, b)) < 0;
}

/** What an aim goes by, as far as drives and minutes go. */
type Spent = Pick<TimedRound, 'backAt' | 'driving'>;

/** Orders rounds by an aim, the better first; of two that are alike by it, by the other. */
export function byAim(aim: Aim, a: Spent, b: Spent): number {
  const [first, second] = aim === 'leastDriving' ? (['driving', 'backAt'] as const) : (['backAt', 'driving'] as const);
  return a[first] - b[first] || a[second] - b[second];
}

/** @param breakAfter  after which visit, by its place in the order, the break is taken; null for none */
function drivenWith(
  { stops, table, backBy, break: pause }: RoundAsk,
  order: readonly number[],
  leaveAt: number,
  breakAfter: number | null,
): TimedRound {
  const visits: RoundVisit[] = [];
  let [at, now, driving] = [stops.length, leaveAt, 0];
  for (const [i, index] of order.entries()) {
    const stop = stops[index] as RoundStop;
    const last = visits.at(-1);
    const breakAt = pause && breakAfter === i - 1 ? breakFrom(pause, now) : null;
    if (pause && last && breakAt !== null) {
      visits[visits.length - 1] = { ...last, breakAt };
      now = breakAt + pause.minutes;
    }
    const way = minutesBetween(table, at, index, now);
    if (!Number.isFinite(way)) {
      // where no way leads it is passed by, and the rest is told as if it were not there
      visits.push({
        ...{ id: stop.id, drive: 0, arriveAt: now, startAt: now, endAt: now, isShut: true },
        ...{ isLikely: true, breakAt: null },
      });
      continue;
    }
    const arriveAt = now + way;
    const begins = startOf(stop, arriveAt);
    const startAt = begins ?? arriveAt;
    const endAt = startAt + stop.minutes;
    const isLikely = stop.likely?.some(({ from, until }) => startAt >= from && endAt <= until) ?? true;
    visits.push({ id: stop.id, drive: way, arriveAt, startAt, endAt, isShut: begins === null, isLikely, breakAt: null });
    [at, now, driving] = [index, endAt, driving + way];
  }
  const needsBreak = pause !== undefined && leaveAt <= pause.until && now > pause.until;
  const lacksBreak = needsBreak && visits.every(({ breakAt }) => breakAt === null);
  const back = at === stops.length ? 0 : minutesBetween(table, at, stops.length + 1, now);
  const home = Number.isFinite(back) ? back : 0;
  const backAt = now + home;
  const unlikely = visits.filter(({ isLikely }) => !isLikely).length;
  return { visits, leaveAt, backAt, driving: driving + home, late: Math.max(0, backAt - backBy), lacksBreak, unlikely };
}

/** When a break begins for whoever is free at a moment; null where it is too late for it. */
export function breakFrom({ from, until }: RoundBreak, now: number): number | null {
  const at = Math.max(now, from);
  return at <= until ? at : null;
}

/**
 * When a visit begins for whoever arrives at a moment: at the next whole minute, since that is what an office is asked for and agrees
 * to; null where it is shut for the rest of the day.
 */
export function startOf({ open, minutes }: RoundStop, arriveAt: number): number | null {
  for (const { from, until } of open) {
    const start = Math.ceil(Math.max(arriveAt, from) - ALMOST);
    if (start + minutes <= until) return start;
  }
  return null;
}
