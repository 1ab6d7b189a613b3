import { dollars } from '@perambula/core';
import type { ListingChange, ListingRecord, Tellable } from '@perambula/core';
import { DateTime } from 'luxon';

/** The news in a few words, as the message tells it. */
export function whyOf(kind: Tellable, { from, to }: Pick<ListingChange, 'from' | 'to'>, record: ListingRecord): string {
  switch (kind) {
    case 'new':
      return sayNew(record);
    case 'priceDown':
      return `Price cut by ${dollars(Number(from) - Number(to))}`;
    case 'priceUp':
      return `Price raised by ${dollars(Number(to) - Number(from))}`;
    case 'backOnMarket':
      return 'Back on the market';
    case 'underContract':
      return 'Under contract';
    case 'sold':
      return 'Sold';
  }
}

/** A new listing of a home that has been for sale for longer is told as that. */
function sayNew({ StandardStatus: status, OnMarketDate: listed, ForSaleSince: since }: ListingRecord): string {
  if (typeof since === 'string' && typeof listed === 'string' && since < listed)
    return `Listed anew: for sale since ${DateTime.fromISO(since, { zone: 'utc' }).toFormat('LLL d, yyyy')}`;
  return status === 'Coming Soon' ? 'Coming soon' : 'New on the market';
}
