import { fieldOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import { travelOf } from '../roads/travel.js';
import type { EvaluationContext } from '../search/evaluationContext.js';
import type { Order } from '../search/document.js';
import { forEachRow, hasBit } from './bitset.js';
import type { Bits } from './bitset.js';
import type { Columns } from './columns.js';
import type { Keys } from './keys.js';
import type { NumberColumn } from './numberColumn.js';
import type { Texts } from './texts.js';

/** What rows are put in order by: a number, the least first and Infinity last, or a comparison of two rows. */
export type Sorter = { readonly number: (row: number) => number } | { readonly compare: (a: number, b: number) => number };

/** Sorters of an order: blanks last in either direction. */
export function sortersOf(orders: readonly Order[], columns: Columns, context: EvaluationContext): Sorter[] {
  return orders.map((order, i) => {
    const sign = order.direction === 'asc' ? 1 : -1;
    const travel = travelOf(order);
    if (travel)
      return byNumber(
        columns.travels.of(travel, context.roads, () => context.before?.(`order${i}`)),
        sign,
      );
    return sorterOf(fieldOf(order.field) as Field, sign, columns);
  });
}

function byNumber(numbers: NumberColumn, sign: 1 | -1): Sorter {
  return {
    number: (row) => {
      const value = numbers.get(row);
      return Number.isFinite(value) ? sign * value : Infinity;
    },
  };
}

function sorterOf(field: Field, sign: 1 | -1, columns: Columns): Sorter {
  const column = columns.column(field.name);
  switch (column.type) {
    case 'ordered':
      return byNumber(column.numbers, sign);
    case 'choice': {
      const { codes, labels } = column;
      const ranks = new Float64Array(labels.length);
      [...labels.keys()]
        .sort((a, b) => compareTexts(labels[a] as string, labels[b] as string))
        .forEach((code, rank) => (ranks[code] = sign * rank));
      return { number: (row) => ranks[codes.get(row)] ?? Infinity };
    }
    case 'text':
      return { compare: byText(column.places, columns.texts, sign) };
    case 'choices': {
      const first = (row: number): string | null => [...column.has].find(([, bits]) => hasBit(bits, row))?.[0] ?? null;
      return { compare: (a, b) => compareBlanksLast(first(a), first(b), sign) };
    }
  }
}

/** Texts by their code points. */
function byText(places: NumberColumn, texts: Texts, sign: 1 | -1): (a: number, b: number) => number {
  return (a, b) => {
    const [placeA, placeB] = [places.get(a), places.get(b)];
    const [hasA, hasB] = [Number.isFinite(placeA), Number.isFinite(placeB)];
    if (!hasA || !hasB) return Number(hasB) - Number(hasA);
    return sign * texts.compare(placeA, placeB);
  };
}

/** The first rows of those marked, in the order of the sorters, ties by key. */
export function firstRows(bits: Bits, most: number, sorters: readonly Sorter[], keys: Keys): number[] {
  const compare = comparing(sorters, keys);
  const [first] = sorters;
  const number = first && 'number' in first ? first.number : null;
  let rows: number[] = [];
  // the last row that can still be among the first, and its first number
  let last: number | undefined;
  let worst = Infinity;
  const cut = 2 * most + 64;
  forEachRow(bits, (row) => {
    if (last !== undefined && ((number && number(row) > worst) || compare(row, last) > 0)) return;
    rows.push(row);
    if (rows.length < cut) return;
    rows = rows.sort(compare).slice(0, most);
    last = rows[rows.length - 1];
    if (number && last !== undefined) worst = number(last);
  });
  return rows.sort(compare).slice(0, most);
}

function comparing(sorters: readonly Sorter[], keys: Keys): (a: number, b: number) => number {
  return (a, b) => {
    for (const sorter of sorters) {
      const sign = 'number' in sorter ? compareNumbers(sorter.number(a), sorter.number(b)) : sorter.compare(a, b);
      if (sign !== 0) return sign;
    }
    return keys.compare(a, b);
  };
}

// Infinity less Infinity would be no number
function compareNumbers(a: number, b: number): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

function compareTexts(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

function compareBlanksLast(a: string | null, b: string | null, sign: 1 | -1): number {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  return sign * compareTexts(a, b);
}
