import { travelOf } from '../roads/travel.js';
import type { Travel } from '../roads/travel.js';
import { isEither, linesOfMember } from './document.js';
import type { Search } from './document.js';

/** A journey that a search names: in a line, in a bound, or in its order. */
export interface NamedTravel {
  /** The line's or bound's id; of an order, `order` and its place. */
  readonly id: string;
  readonly name?: string;
  readonly travel: Travel;
}

/** The journeys of a search, each once: those that only differ in their limit are the same. */
export function travelsOf(search: Pick<Search, 'lines' | 'bounds' | 'order'>): NamedTravel[] {
  const lines = search.lines.flatMap((line) => (isEither(line) ? line.either.flatMap(linesOfMember) : [line]));
  const holders = [
    ...lines.map((line) => ({ ...line, travel: travelOf(line) })),
    ...search.bounds.map(({ id, name, shape }) => ({ id, name, travel: shape.type === 'TravelTime' ? travelOf(shape) : null })),
    ...search.order.map((order, i) => ({ id: `order${i}`, name: order.name, travel: travelOf(order) })),
  ];
  const known = new Map<string, NamedTravel>();
  for (const { id, name, travel } of holders) {
    if (!travel) continue;
    const key = JSON.stringify(travel);
    if (!known.has(key)) known.set(key, { id, travel, ...(name === undefined ? {} : { name }) });
  }
  return [...known.values()];
}
