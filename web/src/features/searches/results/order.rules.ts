import { EMPTY_SEARCH, fieldOf, labelOf, readSearch, travelOf } from '@perambula/core';
import type { Field, NamedTravel, Order } from '@perambula/core';

const ENDS: Readonly<Partial<Record<Field['type'], readonly [asc: string, desc: string]>>> = {
  number: ['lowest', 'highest'],
  money: ['lowest', 'highest'],
  date: ['oldest', 'newest'],
  timestamp: ['oldest', 'newest'],
};

/** The two ways a field can be ordered, in words: "lowest first", "A to Z". */
export function waysOf(field: Field): Readonly<Record<Order['direction'], string>> {
  const ends = ENDS[field.type];
  return ends ? { asc: `${ends[0]} first`, desc: `${ends[1]} first` } : { asc: 'A to Z', desc: 'Z to A' };
}

/** An order in words: "List price, lowest first, then Town, A to Z". */
export function sayOrder(order: readonly Order[]): string {
  return order.map((each) => `${labelOf(each)}, ${waysOf(fieldOf(each.field) as Field)[each.direction]}`).join(', then ');
}

/** What an order goes by: a field, or a journey's minutes. */
export type OrderBy = Omit<Order, 'direction'>;

/** The minutes of a journey that a search names, to order by. */
export function byMinutes({ travel, name }: NamedTravel): OrderBy {
  return { field: 'Minutes', ...travel, ...(name === undefined ? {} : { name }) };
}

/** Whether two orders go by the same. */
export function goesBy(a: OrderBy, b: OrderBy): boolean {
  return a.field === b.field && JSON.stringify(travelOf(a)) === JSON.stringify(travelOf(b));
}

/**
 * The order after a column's head was clicked: ascending, then descending, then no more by it.
 *
 * @param further  adds the column after those that order already, or turns it where it stands
 */
export function turned(order: readonly Order[], by: OrderBy, further: boolean): readonly Order[] {
  const now = order.find((each) => goesBy(each, by));
  const next: Order | null = !now ? { ...by, direction: 'asc' } : now.direction === 'asc' ? { ...by, direction: 'desc' } : null;
  if (!further) return next ? [next] : [];
  if (!now) return next ? [...order, next] : order;
  return order.flatMap((each) => (each === now ? (next ?? []) : each));
}

/** The order that an address holds as JSON; none where it holds none that can be read. */
export function orderFrom(text: string | null): readonly Order[] {
  if (text === null) return [];
  try {
    return readSearch({ ...EMPTY_SEARCH, order: JSON.parse(text) as unknown }).order;
  } catch {
    return [];
  }
}
