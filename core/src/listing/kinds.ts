import type { FieldValue, ListingRecord } from './record.js';

export const PROPERTY_TYPES = [
  'Residential',
  'Residential Lease',
  'Residential Income',
  'Land',
  'Farm',
  'Commercial Sale',
] as const;
export type PropertyType = (typeof PROPERTY_TYPES)[number];

/** Kinds of property that people live in. */
export const DWELLINGS: readonly PropertyType[] = ['Residential', 'Residential Lease', 'Residential Income', 'Farm'];

/** The property type of subtypes that no other one has (RESO Data Dictionary, from memory); a lease is none of theirs. */
const TYPE_OF_SUBTYPE: Readonly<Record<string, PropertyType>> = {
  'Single Family Residence': 'Residential',
  Townhouse: 'Residential',
  Condominium: 'Residential',
  'Manufactured Home': 'Residential',
  'Mobile Home': 'Residential',
  Cabin: 'Residential',
  Duplex: 'Residential Income',
  Triplex: 'Residential Income',
  Quadruplex: 'Residential Income',
  'Multi Family': 'Residential Income',
  'Unimproved Land': 'Land',
  Farm: 'Farm',
  Ranch: 'Farm',
  Agriculture: 'Farm',
  Retail: 'Commercial Sale',
  Office: 'Commercial Sale',
  Industrial: 'Commercial Sale',
  Warehouse: 'Commercial Sale',
};
const ALONE: ReadonlyMap<unknown, readonly PropertyType[]> = new Map(PROPERTY_TYPES.map((type) => [type, [type]]));
const NONE: readonly PropertyType[] = [];

/**
 * The kinds that a home is offered as: its property type, and those of its additional subtypes, as a farm is that is also
 * sold as a house. What is let is not for sale, whatever else it is.
 */
export function kindsOf(record: ListingRecord): readonly PropertyType[] {
  const alone = ALONE.get(record['PropertyType']) ?? NONE;
  const also = additionalSubTypes(record);
  if (also.length === 0 || alone[0] === 'Residential Lease') return alone;
  return [...new Set([...alone, ...also.flatMap((subType) => TYPE_OF_SUBTYPE[subType] ?? [])])];
}

/** A home's property subtype; all of them where its listing gives additional ones. */
export function subTypesOf(record: ListingRecord): FieldValue {
  const own = record['PropertySubType'];
  const also = additionalSubTypes(record);
  return also.length === 0 ? own : [...new Set([...(typeof own === 'string' ? [own] : []), ...also])];
}

function additionalSubTypes({ PropertySubTypeAdditional: also }: ListingRecord): readonly string[] {
  return Array.isArray(also) ? (also as readonly string[]) : [];
}
