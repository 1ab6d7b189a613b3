import { Injectable } from '@nestjs/common';
import { forAudience, mayShow, recordDifferences } from '@perambula/core';
import type { Audience, ListingRecord } from '@perambula/core';
import { log } from '../common/log.js';
import { PublicRecords } from './publicRecords.js';

/** What of a home its readers should verify: the facts that the public record states otherwise, by name only. */
@Injectable()
export class ToVerify {
  constructor(private readonly records: PublicRecords) {}

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
