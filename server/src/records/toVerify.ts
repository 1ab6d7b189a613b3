import { Injectable } from '@nestjs/common';
import { forAudience, mayShow, recordDifferences } from '@perambula/core';
import type { Audience, ListingRecord } from '@perambula/core';
import { goOn } from '../common/asking.js';
import { log } from '../common/log.js';
import { PublicRecords } from './publicRecords.js';

/** Parcels asked after at a time. */
const AT_ONCE = 8;

/** What of a home its readers should verify: the facts that the public record states otherwise, by name only. */
@Injectable()
export class ToVerify {
  constructor(private readonly records: PublicRecords) {}

  /** The same of several homes, by listing key; those of which nothing is to verify are left out. */
  async ofEach(listings: readonly ListingRecord[], audience: Audience): Promise<ReadonlyMap<string, string[]>> {
    const facts = new Map<string, string[]>();
    for (let from = 0; from < listings.length; from += AT_ONCE) {
      goOn();
      const some = listings.slice(from, from + AT_ONCE);
      for (const [i, labels] of (await Promise.all(some.map((each) => this.of(each, audience)))).entries())
        if (labels.length > 0) facts.set(some[i]?.ListingKey ?? '', labels);
    }
    return facts;
  }

  /** The labels of those facts that the audience sees; none where the record cannot be reached. */
  async of(listing: ListingRecord, audience: Audience): Promise<string[]> {
    const parcel = listing['ParcelNumber'];
    if (typeof parcel !== 'string' || !mayShow(listing, audience)) return [];
    try {
      const record = await this.records.find(parcel);
      return record ? recordDifferences(forAudience(listing, audience), record).map(({ label }) => label) : [];
    } catch (error) {
      log.warn({ error }, 'the public record could not be asked what to verify');
      return [];
    }
  }
}
