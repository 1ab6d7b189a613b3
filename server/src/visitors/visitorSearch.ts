import { MOST_DRAWN, VISITOR_FIELDS } from '@perambula/contract';
import { isEither } from '@perambula/core';
import type { Search } from '@perambula/core';
import { Failure } from '../common/failure.js';

const MOST_LINES = 12;

/**
 * A visitor's search as it is asked: a few lines of plain facts, drawn bounds, and homes that can be had.
 *
 * @throws Failure where it asks for anything else
 */
export function visitorSearch({ kinds, lines, bounds }: Search): Search {
  const asked = lines.filter((line) => isEither(line) || line.field !== 'Status');
  const [other] = asked.filter((line) => isEither(line) || !(VISITOR_FIELDS as readonly string[]).includes(line.field));
  if (other)
    throw new Failure('search.invalid', 'This page does not search by that. Ask the agent.', {
      path: `lines[${lines.indexOf(other)}]`,
    });
  if (asked.length > MOST_LINES)
    throw new Failure('search.invalid', `Here a search has at most ${MOST_LINES} lines.`, { path: 'lines' });
  if (bounds.length > MOST_DRAWN || bounds.some(({ shape }) => shape.type === 'TravelTime'))
    throw new Failure('search.invalid', `Here a search has at most ${MOST_DRAWN} bounds, drawn on the map.`, { path: 'bounds' });
  return {
    version: 1,
    kinds,
    lines: [...asked, { id: 'status', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } }],
    bounds: bounds.map(({ id, mode, shape }) => ({ id, mode, shape })),
    order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }],
  };
}
