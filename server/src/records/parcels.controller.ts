import { Controller, Get, Param, UseGuards } from '@nestjs/common';
import type { ParcelAnswer } from '@perambula/contract';
import { found } from '../common/failure.js';
import { ListingsService } from '../listings/index.js';
import { AgentGuard } from '../sessions/index.js';
import { PublicRecords } from './publicRecords.js';

const LONGEST_NUMBER = 60;

/** What an agent can look up of a parcel that may never have been listed. */
@Controller('parcels')
@UseGuards(AgentGuard)
export class ParcelsController {
  constructor(
    private readonly listings: ListingsService,
    private readonly records: PublicRecords,
  ) {}

  @Get(':parcelNumber')
  async parcel(@Param('parcelNumber') parcelNumber: string): Promise<ParcelAnswer> {
    const record = found(parcelNumber.length > LONGEST_NUMBER ? null : await this.records.find(parcelNumber), 'parcel');
    const listings = (await this.listings.ofParcel(record.ParcelNumber)).map((listing) => ({
      listingKey: listing.ListingKey,
      listingId: String(listing['ListingId'] ?? listing.ListingKey),
      status: String(listing['StandardStatus']),
      price: typeof listing['ListPrice'] === 'number' ? listing['ListPrice'] : null,
      at: String(listing['OriginalEntryTimestamp'] ?? listing['OnMarketDate'] ?? listing['ModificationTimestamp']),
    }));
    return { record, listings: listings.sort((a, b) => (a.at < b.at ? 1 : -1)) };
  }
}
