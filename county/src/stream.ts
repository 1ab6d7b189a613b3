import type { County } from './county.js';
import { modifiedAt, recordAt } from './listingRecord.js';
import type { FeedRecord } from './feedRecord.js';
import { DAY, lifeOf } from './lives.js';

/**
 * So many listings one after another, for measurements: the county's parcels live their lives over and over, each
 * round from a seed of its own. Only one parcel's listings are held at a time.
 */
export function* streamListings(county: County, size: number, now: number): Generator<FeedRecord> {
  const first = Math.floor(Date.parse(`${county.since}T00:00:00Z`) / DAY);
  let number = 0;
  for (let round = 0; ; round++) {
    const again = { ...county, seed: county.seed + round };
    for (const parcel of county.parcels) {
      for (const listing of lifeOf(parcel, again.seed, first, Math.floor(now / DAY))) {
        if (modifiedAt(listing, now) === null) continue;
        yield recordAt(again, listing, ++number, now);
        if (number >= size) return;
      }
    }
  }
}
