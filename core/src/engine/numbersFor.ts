import { fieldOf } from '../listing/fields.js';
import { monthlyCost } from '../listing/monthlyCost.js';
import { travelOf } from '../roads/travel.js';
import type { EvaluationContext } from '../search/evaluationContext.js';
import type { FieldLine } from '../search/document.js';
import type { Columns, OrderedColumn } from './columns.js';

/** Reads rows' numbers as a line asks for them, on its field's scale; not finite where a row has none. */
export function numbersFor(line: FieldLine, columns: Columns, context: EvaluationContext): (row: number) => number {
  const { field, assuming } = line;
  const travel = travelOf(line);
  if (travel) return columns.travels.inRows(travel, context.roads);
  const numbers = (name: string) => (columns.column(name) as OrderedColumn).numbers;
  if (!assuming) {
    const own = numbers(field);
    return (row) => own.get(row);
  }
  const dollars = (name: string): ((row: number) => number) => {
    const [column, precision] = [numbers(name), fieldOf(name)?.precision ?? 1];
    return (row) => column.get(row) / precision;
  };
  const [price, taxes, fee] = [dollars('ListPrice'), dollars('TaxAnnualAmount'), dollars('FeePerMonth')];
  return (row) => monthlyCost(price(row), taxes(row), fee(row), assuming);
}
