import type { ListingRecord } from '@perambula/core';
import { buildCounty, newRecord, randomOf } from '@perambula/county';

/** So many invented listings on the county's parcels, over and over, most of them on the market. */
export function manyListings(size: number): ListingRecord[] {
  const county = buildCounty(7);
  const random = randomOf(5);
  const statuses = ['Active', 'Active', 'Active', 'Coming Soon', 'Active Under Contract', 'Pending', 'Closed'];
  return Array.from({ length: size }, (_, i): ListingRecord => {
    const parcel = county.parcels[i % county.parcels.length];
    if (!parcel) throw new Error('The county has no parcels.');
    const price = 120_000 + random.int(0, 600_000);
    const record = newRecord(county, parcel, i, 'Residential', price, random);
    return {
      ...record,
      ListingKey: `B${i}`,
      Longitude: -66.2 + random.unit() * 0.4,
      Latitude: 40.45 + random.unit() * 0.3,
      StandardStatus: random.pick(statuses),
    };
  });
}
