import { bestOrder } from './bestOrder.js';
import { timed } from './round.js';
import type { RoundAsk, RoundStop } from './round.js';

/** What would have to change for a stop to be seen with the others. */
export interface RoundChange {
  readonly what: 'leaveAt' | 'backBy' | 'minutes' | 'break';
  /** In minutes from midnight; of visits, how long each takes; of a break, none. */
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
export function smallestChange({ aim, ...rest }: RoundAsk, seen: readonly string[], id: string): RoundChange | null {
  // to be seen at all, a likely hour counts for nothing
  const ask: RoundAsk = { ...rest, aim: aim === 'likeliest' ? 'soonest' : aim };
  const only = subset(ask, new Set([...seen, id]));
  const orders = seen.map((_, i) => [...seen.slice(0, i), id, ...seen.slice(i)]).concat([[...seen, id]]);
  const goes = (changed: RoundAsk, order: readonly string[]): boolean => {
    const { visits, late, lacksBreak } = timed(changed, order);
    return late === 0 && !lacksBreak && visits.length === changed.stops.length && visits.every(({ isShut }) => !isShut);
  };
  const fits = (changed: RoundAsk): boolean =>
    only.stops.length <= MOST_ANEW ? goes(changed, bestOrder(changed).order) : orders.some((order) => goes(changed, order));
  const { break: pause, ...unbroken } = only;
  for (let step = 1; step <= MOST_STEPS; step++) {
    const by = step * STEP;
    if (ask.leaveAt - by >= 0 && fits({ ...only, leaveAt: ask.leaveAt - by })) return { what: 'leaveAt', to: ask.leaveAt - by };
    if (fits({ ...only, backBy: ask.backBy + by })) return { what: 'backBy', to: ask.backBy + by };
    const minutes = Math.min(...only.stops.map((stop) => stop.minutes)) - 5 * step;
    const shorter = only.stops.map((stop) => ({ ...stop, minutes: Math.min(stop.minutes, minutes) }));
    if (minutes >= LEAST_MINUTES && fits({ ...only, stops: shorter })) return { what: 'minutes', to: minutes };
    if (step === 1 && pause && fits(unbroken)) return { what: 'break', to: 0 };
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
