import { fieldOf } from '../listing/fields.js';
import type { Field } from '../listing/fields.js';
import { isEither } from '../search/document.js';
import type { Search } from '../search/document.js';
import { nearnessOfBounds, nearnessOfValue, UNMEASURED } from '../search/miss.js';
import { hasBit } from './bitset.js';
import type { Columns } from './columns.js';

/** How near a row comes to the one line, or bounds, that it misses: what `missOf` says of its record. */
export function nearnessOfRow(search: Search, missed: string, row: number, columns: Columns): number {
  if (missed === 'keepIn' || missed === 'keepOut') {
    const { positions, placed } = columns;
    if (!hasBit(placed, row)) return UNMEASURED;
    return nearnessOfBounds(search, [positions[2 * row] as number, positions[2 * row + 1] as number], missed);
  }
  const line = search.lines.find(({ id }) => id === missed);
  if (!line || isEither(line)) return UNMEASURED;
  const column = columns.column(line.field);
  if (column.type !== 'ordered') return UNMEASURED;
  const field = fieldOf(line.field) as Field;
  const value = column.numbers.get(row);
  if (field.type === 'date' || field.type === 'timestamp' || !Number.isFinite(value)) return UNMEASURED;
  return nearnessOfValue(line, value / (field.precision ?? 1));
}
