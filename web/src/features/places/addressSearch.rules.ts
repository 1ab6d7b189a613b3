import { PROPERTY_TYPES } from '@perambula/core';
import type { FieldLine, Line, Search } from '@perambula/core';

/** Homes by an address however it is spelled, or by a listing's number, on the market or not. */
export function addressSearch(sought: string): Search {
  const text = sought.trim();
  const [, number = '', street = ''] = /^(\d+[a-z]?)\s+([^,#]+)/i.exec(text) ?? [];
  const line = (id: string, field: string, is: FieldLine['is']): FieldLine => ({ id, field, is });
  const either: Extract<Line, { either: unknown }>['either'] = [
    line('part', 'UnparsedAddress', { contains: text }),
    line('number', 'ListingId', { equals: text }),
    ...(street.trim() === ''
      ? [line('street', 'StreetName', { sameStreet: text })]
      : [
          {
            all: [
              line('house', 'StreetNumber', { equals: number }),
              line('spelled', 'StreetName', { sameStreet: street.trim() }),
            ],
          },
        ]),
  ];
  return {
    version: 1,
    kinds: PROPERTY_TYPES,
    reach: 'all',
    lines: [{ id: 'address', either }],
    bounds: [],
    order: [{ field: 'StatusChangeTimestamp', direction: 'desc' }],
  };
}
