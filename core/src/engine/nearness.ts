import { isEither } from '../search/document.js';
import type { Search } from '../search/document.js';
import { nearnessOfBounds, nearnessOfValue, UNMEASURED } from '../search/miss.js';
import type { TimeContext } from '../time/period.js';
import { hasBit } from './bitset.js';
import type { Columns } from './columns.js';
import { numbersFor } from './numbersFor.js';

/** How near a row comes to the one line, or bounds, that it misses: what `missOf` says of its record. */
export function nearnessOfRow(search: Search, missed: string, row: number, columns: Columns, time: TimeContext): number {
  if (missed === 'keepIn' || missed === 'keepOut') {
    const { positions, placed } = columns;
    if (!hasBit(placed, row)) return UNMEASURED;
    return nearnessOfBounds(search, [positions[2 * row] as number, positions[2 * row + 1] as number], missed);
  }
  const line = search.lines.find(({ id }) => id === missed);
  if (!line || isEither(line)) return UNMEASURED;
  const column = columns.column(line.field);
  if (column.type !== 'ordered') return UNMEASURED;
  const value = numbersFor(line, columns)(row);
  return Number.isFinite(value) ? nearnessOfValue(line, value, time) : UNMEASURED;
}
