import { isEither } from '../search/document.js';
import type { Search } from '../search/document.js';
import { nearnessOfBounds, nearnessOfValue, UNMEASURED } from '../search/miss.js';
import type { Circumstances } from '../search/circumstances.js';
import { hasBit } from './bitset.js';
import type { Columns } from './columns.js';
import { numbersFor } from './numbersFor.js';

/** How near a row comes to the one line, or bounds, that it misses: what `missOf` says of its record. */
export function nearnessOfRow(search: Search, missed: string, row: number, columns: Columns, given: Circumstances): number {
  if (missed === 'keepIn' || missed === 'keepOut') {
    if (!hasBit(columns.placed, row)) return UNMEASURED;
    return nearnessOfBounds(search, [columns.longitude(row), columns.latitude(row)], missed, given);
  }
  const line = search.lines.find(({ id }) => id === missed);
  if (!line || isEither(line)) return UNMEASURED;
  const column = columns.column(line.field);
  if (column.type !== 'ordered') return UNMEASURED;
  const value = numbersFor(line, columns, given)(row);
  return Number.isFinite(value) ? nearnessOfValue(line, value, given) : UNMEASURED;
}
