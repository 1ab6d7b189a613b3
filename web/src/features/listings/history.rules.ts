import { dollars } from '@perambula/core';
import type { HistoryEntry } from '@perambula/contract';

export interface PricePoint {
  readonly at: number;
  readonly price: number | null;
}

/** The asking price over time as steps; between two listings of a parcel there is none. History comes newest first. */
export function priceSteps(history: readonly HistoryEntry[], now: number): PricePoint[] {
  const OFF = ['Closed', 'Withdrawn', 'Expired', 'Canceled'];
  const points: PricePoint[] = [];
  let price: number | null = null;
  for (const entry of [...history].reverse()) {
    const at = Date.parse(entry.at);
    if (entry.field === 'ListingKey') price = entry.price ?? null;
    else if (entry.field === 'ListPrice') price = Number(entry.to);
    else if (entry.field === 'StandardStatus' && OFF.includes(String(entry.to))) {
      points.push({ at, price }, { at: at + 1, price: null });
      price = null;
      continue;
    }
    points.push({ at, price });
  }
  const last = points[points.length - 1];
  return last && last.price !== null ? [...points, { at: now, price: last.price }] : points;
}

/** A history entry in words: "price cut by $12,000 (2.8 %) to $418,000". */
export function sayEntry({ field, from, to, price }: HistoryEntry): string {
  if (field === 'ListingKey')
    return `listed ${price === undefined ? '' : `at ${dollars(price)}`}${to === 'Coming Soon' ? ', coming soon' : ''}`;
  if (field === 'ListPrice') {
    const [before, after] = [Number(from), Number(to)];
    const share = `${((Math.abs(after - before) / before) * 100).toFixed(1)} %`;
    return `price ${after < before ? 'cut' : 'raised'} by ${dollars(Math.abs(after - before))} (${share}) to ${dollars(after)}`;
  }
  if (to === 'Active' && from !== null)
    return from === 'Coming Soon' ? 'on the market' : `back on the market, was ${from.toLowerCase()}`;
  if (to === 'Closed' && price !== undefined) return `closed at ${dollars(price)}`;
  return String(to).toLowerCase();
}
