import { ON_MARKET } from '../listing/status.js';

/** What an alert can tell of a home. */
export const TELLABLE = ['new', 'priceDown', 'priceUp', 'backOnMarket', 'underContract', 'sold'] as const;
export type Tellable = (typeof TELLABLE)[number];

export const TELLABLE_LABEL: Readonly<Record<Tellable, string>> = {
  new: 'New homes',
  priceDown: 'Price cut',
  priceUp: 'Price raised',
  backOnMarket: 'Back on the market',
  underContract: 'Under contract',
  sold: 'Sold, where they liked it',
};

/** What an alert tells: kinds of news, and of price changes those of so many per cent or more. */
export interface ToldNews {
  readonly tell: readonly Tellable[];
  readonly leastPercent: number;
}

/** One field of a listing that changed, at a time; `from` is null for a listing's first appearance. */
export interface ListingChange {
  readonly ListingKey: string;
  /** A field's RESO name, or "ListingKey" for the first appearance. */
  readonly field: string;
  readonly from: string | number | null;
  readonly to: string | number | null;
  /** Milliseconds since 1970 UTC. */
  readonly at: number;
}

/** What kind of news a change is, or null when it is none that an alert tells. */
export function tellableOf({ field, from, to }: ListingChange): Tellable | null {
  if (field === 'ListingKey') return 'new';
  if (field === 'ListPrice') return Number(to) < Number(from) ? 'priceDown' : 'priceUp';
  if (field !== 'StandardStatus') return null;
  if (to === 'Active') return from === 'Coming Soon' ? 'new' : 'backOnMarket';
  if (to === 'Active Under Contract' || to === 'Pending') return 'underContract';
  if (to === 'Closed') return 'sold';
  return !ON_MARKET.has(String(from)) && ON_MARKET.has(String(to)) ? 'backOnMarket' : null;
}

/** Whether an alert tells a change, as far as the change itself decides. */
export function tellsChange({ tell, leastPercent }: ToldNews, change: ListingChange): boolean {
  const kind = tellableOf(change);
  if (kind === null || !tell.includes(kind)) return false;
  if (kind !== 'priceDown' && kind !== 'priceUp') return true;
  const [from, to] = [Number(change.from), Number(change.to)];
  // times a hundred on the other side, so that 2 % of a price in dollars is met exactly
  return Math.abs(to - from) * 100 >= from * leastPercent;
}
