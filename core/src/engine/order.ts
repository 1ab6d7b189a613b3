import { fieldOf } from '../listing/fields.js';
import type { Field } from '../listing/fields.js';
import type { Order } from '../search/document.js';
import type { Columns } from './columns.js';
import type { ResultKey } from './engine.js';

/** Result keys in the order asked for: blanks last in either direction, ties by ListingKey. */
export function ordered(keys: readonly ResultKey[], order: readonly Order[], columns: Columns): ResultKey[] {
  const sorters = order.map(({ field, direction }) => {
    const value = reader(fieldOf(field) as Field, columns);
    const sign = direction === 'asc' ? 1 : -1;
    return (a: number, b: number): number => {
      const [x, y] = [value(a), value(b)];
      if (x === null || y === null) return x === y ? 0 : x === null ? 1 : -1;
      return x < y ? -sign : x > y ? sign : 0;
    };
  });
  const rows = keys.map((key) => ({ key, row: columns.rowOfKey(key.key) as number }));
  rows.sort((a, b) => {
    for (const sorter of sorters) {
      const sign = sorter(a.row, b.row);
      if (sign !== 0) return sign;
    }
    return a.key.key < b.key.key ? -1 : 1;
  });
  return rows.map(({ key }) => key);
}

function reader(field: Field, columns: Columns): (row: number) => number | string | null {
  const column = columns.column(field.name);
  switch (column.type) {
    case 'ordered':
      return (row) => {
        const value = column.values[row] as number;
        return Number.isFinite(value) ? value : null;
      };
    case 'choice':
      return (row) => column.labels[column.codes[row] as number] ?? null;
    case 'text':
      return (row) => column.texts[row] ?? null;
    case 'choices':
      return (row) => [...column.has].find(([, bits]) => ((bits[row >>> 5] as number) >>> (row & 31)) & 1)?.[0] ?? null;
  }
}
