import { DAYS, WAYS } from '../roads/travel.js';
import type { Travel } from '../roads/travel.js';
import type { Journey } from '../roads/route.js';
import { objectAt, quoted, SearchProblem, wordAt } from './problem.js';
import { readPosition } from './readPosition.js';

/** The keys of a journey, in a line, a bound or an order. */
export const TRAVEL_KEYS = ['to', 'from', 'arriveBy', 'leaveAt', 'on', 'by'] as const;

/** A journey from outside: one place, one time of day. */
export function readTravel(holder: Readonly<Record<string, unknown>>, path: string): Travel {
  const { to, from, arriveBy, leaveAt } = holder;
  if ((to === undefined) === (from === undefined))
    throw new SearchProblem(`${path}.to`, 'A journey goes to a place or comes from one; it needs just one of the two.');
  if ((arriveBy === undefined) === (leaveAt === undefined))
    throw new SearchProblem(`${path}.arriveBy`, 'A journey has a time to arrive by or a time to leave at, just one of the two.');
  return {
    ...(to === undefined ? { from: readPosition(from, `${path}.from`) } : { to: readPosition(to, `${path}.to`) }),
    ...(arriveBy === undefined
      ? { leaveAt: readTimeOfDay(leaveAt, `${path}.leaveAt`) }
      : { arriveBy: readTimeOfDay(arriveBy, `${path}.arriveBy`) }),
    on: wordAt(holder['on'] ?? 'weekday', `${path}.on`, DAYS),
    by: wordAt(holder['by'] ?? 'car', `${path}.by`, WAYS),
  };
}

/** A journey between two places from outside, for a route. */
export function readJourney(value: unknown): Journey {
  const journey = objectAt(value, 'journey', TRAVEL_KEYS);
  const { from, to, ...when } = journey;
  const { leaveAt, arriveBy, on, by } = readTravel({ ...when, to }, 'journey');
  return {
    from: readPosition(from, 'journey.from'),
    to: readPosition(to, 'journey.to'),
    ...(leaveAt === undefined ? {} : { leaveAt }),
    ...(arriveBy === undefined ? {} : { arriveBy }),
    on,
    by,
  };
}

/** Whether something from outside names any part of a journey. */
export function hasTravel(holder: Readonly<Record<string, unknown>>): boolean {
  return TRAVEL_KEYS.some((key) => holder[key] !== undefined);
}

function readTimeOfDay(value: unknown, path: string): string {
  const text = typeof value === 'string' ? value : '';
  if (!/^([01]\d|2[0-3]):[0-5]\d$/.test(text))
    throw new SearchProblem(path, `A time of day is written as 08:30, not ${quoted(value)}.`);
  return text;
}
