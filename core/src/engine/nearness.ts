import { isEither } from '../search/document.js';
import type { FieldLine, Search } from '../search/document.js';
import { nearnessOfBounds, nearnessOfValue, UNMEASURED } from '../search/miss.js';
import { hasMoved } from '../search/priceMove.js';
import type { PriceMove } from '../search/priceMove.js';
import type { EvaluationContext } from '../search/evaluationContext.js';
import { hasBit } from './bitset.js';
import type { Columns, OrderedColumn } from './columns.js';
import { numbersFor } from './numbersFor.js';

/** Tells how near a row comes to the one line, or bounds, that it misses: what `missOf` says of its record. */
export function nearnesses(
  search: Search,
  columns: Columns,
  context: EvaluationContext,
): (row: number, missed: string) => number {
  const numbers = new Map<FieldLine, (row: number) => number>();
  const numberOf = (line: FieldLine, row: number): number => {
    let own = numbers.get(line);
    if (!own) numbers.set(line, (own = numbersFor(line, columns, context)));
    return own(row);
  };
  return (row, missed) => nearnessOfRow(search, missed, row, columns, context, numberOf);
}

function nearnessOfRow(
  search: Search,
  missed: string,
  row: number,
  columns: Columns,
  context: EvaluationContext,
  numberOf: (line: FieldLine, row: number) => number,
): number {
  if (missed === 'keepIn' || missed === 'keepOut') {
    if (!hasBit(columns.placed, row)) return UNMEASURED;
    return nearnessOfBounds(search, [columns.positions.longitude(row), columns.positions.latitude(row)], missed, context);
  }
  const line = search.lines.find(({ id }) => id === missed);
  if (!line || isEither(line)) return UNMEASURED;
  const column = columns.column(line.field);
  if (column.type !== 'ordered') return UNMEASURED;
  if (line.moved && !movedInRow(line.moved, row, columns)) return UNMEASURED;
  const value = numberOf(line, row);
  return Number.isFinite(value) ? nearnessOfValue(line, value, context) : UNMEASURED;
}

function movedInRow(moved: PriceMove, row: number, columns: Columns): boolean | null {
  const [before, now] = ['PreviousListPrice', 'ListPrice'].map((name) =>
    (columns.column(name) as OrderedColumn).numbers.get(row),
  );
  return hasMoved(moved, before as number, now as number);
}
