import { fieldOf } from '../listing/fields.js';
import { monthlyCost } from '../listing/monthlyCost.js';
import type { FieldLine } from '../search/document.js';
import type { Columns, OrderedColumn } from './columns.js';

/** A row's number as a line asks for it, on its field's scale; NaN where it is blank. */
export function numberFor({ field, assuming }: FieldLine, columns: Columns, row: number): number {
  if (!assuming) return (columns.column(field) as OrderedColumn).numbers.get(row);
  const dollars = (name: string): number =>
    (columns.column(name) as OrderedColumn).numbers.get(row) / (fieldOf(name)?.precision ?? 1);
  return monthlyCost(dollars('ListPrice'), dollars('TaxAnnualAmount'), dollars('FeePerMonth'), assuming);
}
