import type { FactsToVerify } from '@perambula/contract';
import { addressShown, dollars, factsOf, numberIn } from '@perambula/core';
import type { ShownTo } from '@perambula/core';
import { DateTime } from 'luxon';
import type { Config } from '../common/config.js';

/** A home as a letter tells it. */
export interface LetterHome {
  readonly listingKey: string;
  readonly why: string;
  /** What the agent says of it; empty where they say nothing. */
  readonly words: string;
  readonly price: string;
  readonly address: string;
  readonly facts: string;
  /** Listing office with telephone, source and time of update. */
  readonly credit: string;
  readonly picture: string;
  readonly url: string;
}

/** A home as a letter tells it, with a link into its reader's portal. */
export function letterHome(
  listing: ShownTo<'message'>,
  why: string,
  portalUrl: string,
  { publicUrl, zone }: Pick<Config, 'publicUrl' | 'zone'>,
): LetterHome {
  const price = numberIn(listing, 'ListPrice');
  return {
    listingKey: listing.ListingKey,
    why,
    words: '',
    price: price === null ? 'Price not given' : dollars(price),
    address: addressShown(listing),
    facts: factsOf(listing),
    credit: creditOf(listing, zone),
    picture: `${publicUrl}/media/${listing.ListingKey}/0.png`,
    url: `${portalUrl}?home=${listing.ListingKey}`,
  };
}

/** Its listing office with telephone, its source, and when it was updated, as the rules of the trade ask. */
export function creditOf(listing: ShownTo<'message'>, zone: string): string {
  const updated = DateTime.fromISO(String(listing['ModificationTimestamp']), { zone });
  return `Listed by ${String(listing['ListOfficeName'])}, ${String(listing['ListOfficePhone'])} · ${String(listing['OriginatingSystemName'])} · updated ${updated.toFormat('ccc, LLL d')}, ${updated.toFormat('h:mm a').toLowerCase()}`;
}

/** What of a home its reader should verify; empty where nothing is known to differ. */
export function sayVerify(facts: FactsToVerify): string {
  if (facts === null) return 'Verify its facts: the public record could not be asked';
  return facts.length === 0 ? '' : `Verify: ${facts.join(', ')}`;
}

/** Remarks in whole sentences, as many as have room in so many characters. */
export function shortened(remarks: string, most: number): string {
  if (remarks.length <= most) return remarks;
  const end = remarks.lastIndexOf('. ', most);
  return `${remarks.slice(0, end > 0 ? end + 1 : most)} …`;
}
