import { quantile } from '../figures/summary.js';
import { forEachRow } from './bitset.js';
import type { Bits } from './bitset.js';
import type { Columns, OrderedColumn } from './columns.js';

/** In dollars: paid where a sale is closed, asked where it is not. */
export interface Prices {
  readonly lowest: number;
  readonly median: number;
  readonly highest: number;
}

/** The prices of the rows marked; null where none has one. */
export function pricesOf(bits: Bits, columns: Columns): Prices | null {
  const [asked, paid] = ['ListPrice', 'ClosePrice'].map((name) => (columns.column(name) as OrderedColumn).numbers);
  const prices: number[] = [];
  forEachRow(bits, (row) => {
    const closed = paid?.get(row) ?? NaN;
    const price = Number.isFinite(closed) ? closed : (asked?.get(row) ?? NaN);
    if (Number.isFinite(price)) prices.push(price);
  });
  if (prices.length === 0) return null;
  const sorted = Float64Array.from(prices).sort();
  return { lowest: sorted[0] as number, median: quantile(sorted, 0.5) as number, highest: sorted[sorted.length - 1] as number };
}
