import { marksOf } from './marks.js';
import type { Marks } from './marks.js';

/** Some homes by their listings' fields, as a map shows them; those without a place are left out. */
export function marksOfHomes(listings: readonly Readonly<Record<string, unknown>>[]): Marks {
  const placed = listings.filter(({ Longitude, Latitude }) => typeof Longitude === 'number' && typeof Latitude === 'number');
  const statuses = [...new Set(placed.map(({ StandardStatus }) => String(StandardStatus)))];
  return marksOf({
    keys: placed.map(({ ListingKey }) => String(ListingKey)),
    places: placed.flatMap(({ Longitude, Latitude }) =>
      [Longitude, Latitude].map((degrees) => Math.round(Number(degrees) * 1e6)),
    ),
    statuses,
    status: placed.map(({ StandardStatus }) => statuses.indexOf(String(StandardStatus))),
    prices: placed.map(({ ListPrice }) => (typeof ListPrice === 'number' ? ListPrice : null)),
  });
}
