import { likenessOf, likenessParts, USUAL_WEIGHTS } from '../comps/likeness.js';
import { priceModel, priceRange } from '../comps/priceModel.js';
import type { ListingRecord } from '../listing/record.js';

/** How price ranges did on sales that their model had not seen. */
export interface Held {
  readonly sales: number;
  /** The share of them that was paid within its range. */
  readonly share: number;
  /** How far the middles were off, either way, as logarithms in rising order. */
  readonly off: readonly number[];
}

const COMPS = 8;

/**
 * Fits a model to the sales before a day, and works out each later one from the likest of its town before it.
 *
 * @param sales  closed, of one property type
 * @param day  an ISO date
 */
export function heldOnUnseen(sales: readonly ListingRecord[], day: string): Held {
  const closed = (sale: ListingRecord): string => String(sale['CloseDate']);
  const model = priceModel(
    sales.filter((sale) => closed(sale) < day),
    day,
  );
  const ranges = sales.flatMap((sale) => {
    if (!model || closed(sale) < day) return [];
    const subject = { ...sale, StandardStatus: 'Active', CloseDate: null };
    const own = likenessParts(subject, subject, closed(sale));
    const likest = sales
      .filter((other) => closed(other) < closed(sale) && other['City'] === sale['City'])
      .map((other) => ({ other, likeness: likenessOf(likenessParts(subject, other, closed(sale)), own, USUAL_WEIGHTS) }))
      .sort((a, b) => b.likeness - a.likeness)
      .slice(0, COMPS)
      .map(({ other }) => other);
    const range = priceRange(subject, likest, model, closed(sale));
    return range ? [{ ...range, paid: Number(sale['ClosePrice']) }] : [];
  });
  return {
    sales: ranges.length,
    share: ranges.filter(({ low, high, paid }) => low <= paid && paid <= high).length / ranges.length,
    off: ranges.map(({ middle, paid }) => Math.abs(Math.log(paid / middle))).sort((a, b) => a - b),
  };
}
