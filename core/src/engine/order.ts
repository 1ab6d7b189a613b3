import { fieldOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import { travelOf } from '../roads/travel.js';
import type { Circumstances } from '../search/circumstances.js';
import type { Order } from '../search/document.js';
import { forEachRow, hasBit } from './bitset.js';
import type { Bits } from './bitset.js';
import type { Columns } from './columns.js';
import type { NumberColumn } from './numberColumn.js';

/** What rows are put in order by: a number, the least first, or a text. Infinity and null come last. */
export type Sorter =
  { readonly number: (row: number) => number } | { readonly text: (row: number) => string | null; readonly sign: 1 | -1 };

/** Sorters of an order: blanks last in either direction. */
export function sortersOf(orders: readonly Order[], columns: Columns, { roads }: Circumstances): Sorter[] {
  return orders.map((order) => {
    const sign = order.direction === 'asc' ? 1 : -1;
    const travel = travelOf(order);
    if (travel) return byNumber(columns.travels.of(travel, roads), sign);
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
      return { text: (row) => column.texts[row] ?? null, sign };
    case 'choices':
      return { text: (row) => [...column.has].find(([, bits]) => hasBit(bits, row))?.[0] ?? null, sign };
  }
}

/** The first rows of those marked, in the order of the sorters, ties by key. */
export function firstRows(bits: Bits, most: number, sorters: readonly Sorter[], keys: readonly string[]): number[] {
  const compare = comparing(sorters, keys);
  const [first] = sorters;
  const number = first && 'number' in first ? first.number : null;
  let rows: number[] = [];
  // the first number of the last row that can still be among the first
  let worst = Infinity;
  const cut = 2 * most + 64;
  forEachRow(bits, (row) => {
    if (number && worst < Infinity && number(row) > worst) return;
    rows.push(row);
    if (rows.length < cut) return;
    rows = rows.sort(compare).slice(0, most);
    const last = rows[rows.length - 1];
    if (number && last !== undefined) worst = number(last);
  });
  return rows.sort(compare).slice(0, most);
}

function comparing(sorters: readonly Sorter[], keys: readonly string[]): (a: number, b: number) => number {
  return (a, b) => {
    for (const sorter of sorters) {
      const sign =
        'number' in sorter
          ? compareNumbers(sorter.number(a), sorter.number(b))
          : compareBlanksLast(sorter.text(a), sorter.text(b), sorter.sign);
      if (sign !== 0) return sign;
    }
    return compareTexts(keys[a] as string, keys[b] as string);
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
