import type { ListingRecord } from '@perambula/core';
import { buildCounty, randomOf, streamListings } from '@perambula/county';

/** So many invented listings of the county's parcels, spread over a wider ground, most of them on the market. */
export function manyListings(size: number): ListingRecord[] {
  const random = randomOf(5);
  const statuses = ['Active', 'Active', 'Active', 'Coming Soon', 'Active Under Contract', 'Pending', 'Closed'];
  const listings: ListingRecord[] = [];
  for (const record of streamListings(buildCounty(), size, Date.parse('2026-04-14T13:12:00Z')))
    listings.push({
      ...(record as unknown as ListingRecord),
      PropertyType: 'Residential',
      ListPrice: 120_000 + random.int(0, 600_000),
      Longitude: -66.2 + random.unit() * 0.4,
      Latitude: 40.45 + random.unit() * 0.3,
      StandardStatus: random.pick(statuses),
    });
  return listings;
}
