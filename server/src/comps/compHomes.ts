import { Injectable } from '@nestjs/common';
import { forAudience } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { ListingsService } from '../listings/index.js';

/** What is compared, and what names a home. */
const COMPARED = [
  'ListingKey',
  'ListingId',
  'StandardStatus',
  'PropertyType',
  'PropertySubType',
  'UnparsedAddress',
  'City',
  'Longitude',
  'Latitude',
  'ListPrice',
  'ClosePrice',
  'LivingArea',
  'BedroomsTotal',
  'BathroomsFull',
  'BathroomsThreeQuarter',
  'BathroomsHalf',
  'BathroomsOneQuarter',
  'YearBuilt',
  'LotSizeAcres',
  'GarageSpaces',
  'OnMarketDate',
  'PurchaseContractDate',
  'CloseDate',
  'WithdrawnDate',
  'CancellationDate',
  'ExpirationDate',
  'PhotosCount',
] as const;

/** The homes themselves: read at the desk, since hundreds are. */
@Injectable()
export class CompHomes {
  constructor(private readonly listings: ListingsService) {}

  async compared(agentId: string, keys: readonly string[]): Promise<ListingRecord[]> {
    const records = await this.listings.byKeys(keys, agentId);
    return keys.flatMap((key) => {
      const record = records.get(key);
      if (!record) return [];
      const shown = forAudience(record, 'agent');
      const told = COMPARED.flatMap((field) => (shown[field] == null ? [] : [[field, shown[field]] as const]));
      return [{ ...Object.fromEntries(told), ListingKey: key }];
    });
  }
}
