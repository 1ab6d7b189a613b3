import { fieldOf } from '../listing/fields.js';
import { monthlyCost } from '../listing/monthlyCost.js';
import type { FieldLine } from '../search/document.js';
import type { Columns, OrderedColumn } from './columns.js';

/** Reads rows' numbers as a line asks for them, on its field's scale; not finite where a row has none. */
export function numbersFor({ field, assuming }: FieldLine, columns: Columns): (row: number) => number {
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
