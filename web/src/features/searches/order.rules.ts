import { fieldOf } from '@perambula/core';
import type { Field, Order } from '@perambula/core';

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
  return order
    .map(({ field, direction }) => {
      const known = fieldOf(field) as Field;
      return `${known.label}, ${waysOf(known)[direction]}`;
    })
    .join(', then ');
}

/**
 * The order after a column's head was clicked: ascending, then descending, then no more by it.
 *
 * @param further  adds the column after those that order already, or turns it where it stands
 */
export function turned(order: readonly Order[], field: string, further: boolean): readonly Order[] {
  const now = order.find((each) => each.field === field);
  const next: Order | null = !now ? { field, direction: 'asc' } : now.direction === 'asc' ? { field, direction: 'desc' } : null;
  if (!further) return next ? [next] : [];
  if (!now) return next ? [...order, next] : order;
  return order.flatMap((each) => (each.field === field ? (next ?? []) : each));
}
