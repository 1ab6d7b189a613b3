import { compGroupOf } from '../comps/averages.js';
import { mayShow } from '../listing/audience.js';
import { kindsOf } from '../listing/kinds.js';
import { numberIn } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import type { Search } from '../search/document.js';
import { dollars } from '../search/numbers.js';
import { priceCeiling } from '../search/priceCeiling.js';

/**
 * What speaks against sending a home to a client. `gone`: the feed no longer has it. `withheld`: its seller or office
 * allows no display. `otherKind`: a rental where homes are bought, or one for sale where they are rented.
 */
export const DOUBTS = ['gone', 'withheld', 'underContract', 'off', 'otherKind', 'overCeiling', 'refused', 'sentBefore'] as const;
export type DoubtKind = (typeof DOUBTS)[number];

export interface Doubt {
  readonly kind: DoubtKind;
  /** "Under contract: Pending", "$12,000 over the highest price of a search", with names and notes as they were given. */
  readonly said: string;
}

/** What is known of a home and its client. */
export interface HomeToSend {
  /** null where the feed has it no more. */
  readonly record: ListingRecord | null;
  /** Who of the household said no to it, and what they wrote. */
  readonly refusedBy: readonly { readonly person: string; readonly note: string }[];
  /** When the household was last told of it, as people say it; null where it never was. */
  readonly told: string | null;
}

/** These cannot be sent at all; the others may be, by whoever has seen what speaks against it. */
export function isBarred(doubts: readonly Doubt[]): boolean {
  return doubts.some(({ kind }) => kind === 'gone' || kind === 'withheld');
}

/**
 * What speaks against sending each of some homes to a client, the weightiest first; nothing where all is well.
 *
 * @param searches  the client's own
 */
export function lastLook(homes: readonly HomeToSend[], searches: readonly Search[]): Doubt[][] {
  const records = homes.flatMap(({ record }) => record ?? []);
  const rents = areRented(records, searches);
  return homes.map((home) => [...doubtsOf(home, searches, rents)]);
}

function* doubtsOf({ record, refusedBy, told }: HomeToSend, searches: readonly Search[], rents: boolean): Generator<Doubt> {
  if (!record) {
    yield { kind: 'gone', said: 'The feed no longer has it' };
    return;
  }
  if (!mayShow(record, 'message'))
    yield { kind: 'withheld', said: 'Its seller or office allows no display: tell your client yourself' };
  const group = compGroupOf(record);
  const status = String(record['StandardStatus']);
  if (group === 'underContract')
    yield { kind: 'underContract', said: status === 'Pending' ? 'Under contract: pending' : 'Under contract' };
  if (group === 'closed' || group === 'off') yield { kind: 'off', said: `Off the market: ${status.toLowerCase()}` };
  if (isRental(record) !== rents)
    yield { kind: 'otherKind', said: rents ? 'For sale, among rentals' : 'A rental, among homes for sale' };
  const over = overCeiling(record, searches);
  if (over !== null) yield { kind: 'overCeiling', said: over };
  for (const { person, note } of refusedBy)
    yield { kind: 'refused', said: `${person} said no to it${note ? `: “${note}”` : ''}` };
  if (told !== null) yield { kind: 'sentBefore', said: `Sent before, ${told}` };
}

function isRental(record: ListingRecord): boolean {
  return kindsOf(record).every((kind) => kind === 'Residential Lease');
}

/** Whether the client rents rather than buys: by their searches, else by most of the homes. */
function areRented(records: readonly ListingRecord[], searches: readonly Search[]): boolean {
  const rentals = searches.filter(forRent).length;
  if (searches.length > 0) return rentals === searches.length;
  return records.filter(isRental).length > records.length / 2;
}

function forRent({ kinds }: Search): boolean {
  return kinds.length > 0 && kinds.every((kind) => kind === 'Residential Lease');
}

/** A price above the highest that any of the client's searches names, of those for homes of its kind; null where none does. */
export function overCeiling(record: ListingRecord, searches: readonly Search[]): string | null {
  const price = numberIn(record, 'ListPrice');
  const rental = isRental(record);
  const ceilings = searches.filter((search) => forRent(search) === rental).flatMap((search) => priceCeiling(search)?.most ?? []);
  if (price === null || ceilings.length === 0) return null;
  const ceiling = Math.max(...ceilings);
  return price > ceiling ? `${dollars(price - ceiling)} over their highest price, ${dollars(ceiling)}` : null;
}
