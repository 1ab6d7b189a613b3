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
