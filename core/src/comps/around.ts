import { METRES_PER_MILE } from '../geo/distance.js';
import { PROPERTY_TYPES } from '../listing/kinds.js';
import { positionOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import type { Search } from '../search/document.js';

/** Miles round the subject, from near to far. */
export const COMP_MILES = [1, 2, 5, 15] as const;
/** Sales of the last year, and what went off in half of one. */
const SOLD_WITHIN = 'P12M';
const OFF_WITHIN = 'P6M';
/** By how much the living area may differ. */
const SIZE_SHARE = 0.4;

/**
 * The homes that may be compared with one: of its kind, within so many miles, not too different in size; for sale, under
 * contract, sold within a year, or gone off within half a year. Null where its place or kind is blank.
 */
export function compsSearch(subject: ListingRecord, miles: number): Search | null {
  const center = positionOf(subject);
  const kind = PROPERTY_TYPES.find((type) => type === subject['PropertyType']);
  if (!center || !kind) return null;
  const size = subject['LivingArea'];
  const within = (share: number): number => Math.round(Number(size) * share);
  return {
    version: 1,
    kinds: [kind],
    lines: [
      {
        id: 'status',
        field: 'Status',
        is: {
          oneOf: [
            { status: 'Coming Soon' },
            { status: 'Active' },
            { status: 'Active Under Contract' },
            { status: 'Pending' },
            { status: 'Closed', last: SOLD_WITHIN },
            { status: 'Withdrawn', last: OFF_WITHIN },
            { status: 'Expired', last: OFF_WITHIN },
            { status: 'Canceled', last: OFF_WITHIN },
          ],
        },
      },
      ...(typeof size === 'number' && size > 0
        ? [{ id: 'size', field: 'LivingArea', is: { between: [within(1 - SIZE_SHARE), within(1 + SIZE_SHARE)] as const } }]
        : []),
    ],
    bounds: [{ id: 'near', mode: 'in', shape: { type: 'Circle', center, radiusMeters: Math.round(miles * METRES_PER_MILE) } }],
    order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }],
  };
}
