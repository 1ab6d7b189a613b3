import { Injectable } from '@nestjs/common';
import type { FactsToVerify } from '@perambula/contract';
import { forAudience, mayShow, recordDifferences } from '@perambula/core';
import type { Audience, ListingRecord } from '@perambula/core';
import { goOn } from '../common/requestBudget.js';
import { log } from '../common/log.js';
import { PublicRecords } from './publicRecords.js';

/** Parcels asked after at a time. */
const AT_ONCE = 8;

/** What of a home its readers should verify: the facts that the public record states otherwise, by name only. */
@Injectable()
export class ToVerify {
  constructor(private readonly records: PublicRecords) {}

  /** The same of several homes, by listing key. */
  async ofEach(listings: readonly ListingRecord[], audience: Audience): Promise<ReadonlyMap<string, FactsToVerify>> {
    const facts = new Map<string, FactsToVerify>();
    for (let from = 0; from < listings.length; from += AT_ONCE) {
      goOn();
      const some = listings.slice(from, from + AT_ONCE);
      await Promise.all(some.map(async (each) => facts.set(each.ListingKey, await this.of(each, audience))));
    }
    return facts;
  }

  /** The labels of those facts that the audience sees. */
  async of(listing: ListingRecord, audience: Audience): Promise<FactsToVerify> {
    const parcel = listing['ParcelNumber'];
    if (typeof parcel !== 'string' || !mayShow(listing, audience)) return [];
    try {
      const record = await this.records.find(parcel);
      return record ? recordDifferences(forAudience(listing, audience), record).map(({ label }) => label) : [];
    } catch (error) {
      log.warn({ error }, 'the public record could not be asked what to verify');
      return null;
    }
  }
}
