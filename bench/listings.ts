import type { ListingRecord } from '@perambula/core';
import { buildCounty, randomOf, streamListings } from '@perambula/county';

const NOW = Date.parse('2026-04-14T13:12:00Z');
/** Listings that are made whole; more are these again, with another price, size, age, status and place each. */
const WHOLE = 20_000;

/** Made once, whoever asks for listings first. */
let whole: ListingRecord[] | undefined;

/** So many invented listings of the county's parcels, spread over a wider ground, most of them on the market. */
export function* manyListings(size: number): Generator<ListingRecord> {
  const random = randomOf(5);
  const statuses = ['Active', 'Active', 'Active', 'Coming Soon', 'Active Under Contract', 'Pending', 'Closed'];
  whole ??= [...streamListings(buildCounty(), WHOLE, NOW)] as unknown as ListingRecord[];
  for (let i = 0; i < size; i++) {
    const record = whole[i % WHOLE] as ListingRecord;
    const { LivingArea: area, YearBuilt: year } = record;
    yield {
      ...record,
      ListingKey: `B${String(i).padStart(7, '0')}`,
      PropertyType: 'Residential',
      ListPrice: 120_000 + random.int(0, 600_000),
      LivingArea: typeof area === 'number' ? area + random.int(-150, 150) : null,
      YearBuilt: typeof year === 'number' ? Math.min(2026, year + random.int(-8, 8)) : null,
      Longitude: -66.2 + random.unit() * 0.4,
      Latitude: 40.45 + random.unit() * 0.3,
      StandardStatus: random.pick(statuses),
    };
  }
}
