import { dayNumber } from '../time/period.js';

/** One listing of a home: from coming on the market to going off it. ISO dates; `to` is null while it is on. */
export interface Spell {
  readonly from: string;
  readonly to: string | null;
  readonly isSold: boolean;
}

/** Off the market for so many days or more, a home counts as offered anew, unless a deployment says otherwise (exchanges differ). */
export const ANEW_AFTER_DAYS = 30;

/**
 * Since when a home has really been for sale: the first day of its listing, or of the earliest one before it that led to
 * it without a sale or so long a pause between. A home can be taken off and listed again to look new.
 *
 * @param listing  the listing asked about
 * @param others   the same home's other listings of the same kind, in any order
 * @param anewAfter  days off the market from which on it counts as offered anew
 * @returns an ISO date, not later than the listing's own first day
 */
export function forSaleSince(listing: Spell, others: readonly Spell[], anewAfter = ANEW_AFTER_DAYS): string {
  let since = listing.from;
  for (;;) {
    const before = others
      .filter(({ from, to, isSold }) => from < since && !isSold && pause(to, since) < anewAfter)
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
