import type { ListingChange } from '../alerts/change.js';

/** What is different of a home since a moment: how it was then, and how it is now. */
export interface NewsSince {
  readonly price: { readonly from: number; readonly to: number } | null;
  readonly status: { readonly from: string; readonly to: string } | null;
}

/**
 * What came of a home's changes since a moment, taken together: a price cut and raised again to what it was is no news.
 *
 * @param changes  of that home alone, in the order of their times
 * @param since  milliseconds since 1970 UTC
 */
export function newsSince(changes: readonly ListingChange[], since: number): NewsSince {
  const [price, status] = ['ListPrice', 'StandardStatus'].map((field) => between(changes, field, since));
  return {
    price: price ? { from: Number(price.from), to: Number(price.to) } : null,
    status: status ? { from: String(status.from), to: String(status.to) } : null,
  };
}

/** What a field was before the first of its changes, and is after the last; null where both are the same. */
function between(changes: readonly ListingChange[], field: string, since: number): Pick<ListingChange, 'from' | 'to'> | null {
  const own = changes.filter((change) => change.field === field && change.at > since);
  const [first, last] = [own[0], own.at(-1)];
  return first && last && first.from !== last.to ? { from: first.from, to: last.to } : null;
}
