import { plainNumber } from '../search/numbers.js';
import { bathsOf } from './record.js';
import type { ListingRecord } from './record.js';

/** "4 bd · 2½ ba · 2,140 sq ft · 0.21 ac", as far as the fields are filled in. */
export function factsOf(record: ListingRecord): string {
  const { BedroomsTotal: beds, LivingArea: area, LotSizeAcres: acres } = record;
  const baths = bathsOf(record);
  return [
    typeof beds === 'number' ? `${beds} bd` : null,
    baths === null ? null : `${plainNumber(baths)} ba`,
    typeof area === 'number' ? `${plainNumber(area)} sq ft` : null,
    typeof acres === 'number' ? `${plainNumber(acres)} ac` : null,
  ]
    .filter(Boolean)
    .join(' · ');
}
