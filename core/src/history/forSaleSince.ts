import { dayNumber } from '../time/period.js';

/** One listing of a home: from coming on the market to going off it. ISO dates; `to` is null while it is on. */
export interface Spell {
  readonly from: string;
  readonly to: string | null;
  readonly isSold: boolean;
}

/** Off the market for longer than this, a home counts as offered anew (common practice; exchanges differ). */
export const LONGEST_PAUSE_DAYS = 90;

/**
 * Since when a home has really been for sale: the first day of its listing, or of the earliest one before it that led to
 * it without a sale or a pause of more than 90 days between. A home can be taken off and listed again to look new.
 *
 * @param listing  the listing asked about
 * @param others   the same home's other listings of the same kind, in any order
 * @returns an ISO date, not later than the listing's own first day
 */
export function forSaleSince(listing: Spell, others: readonly Spell[]): string {
  let since = listing.from;
  for (;;) {
    const before = others
      .filter(({ from, to, isSold }) => from < since && !isSold && pause(to, since) <= LONGEST_PAUSE_DAYS)
      .map(({ from }) => from)
      .sort()[0];
    if (before === undefined) return since;
    since = before;
  }
}

/** Days off the market; none where the one before is still on it. */
function pause(to: string | null, from: string): number {
  return to === null ? 0 : dayNumber(from) - dayNumber(to);
}
