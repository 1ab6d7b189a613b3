import type { PropertyType } from '@perambula/core';

/** Kinds of property as an agent says them. */
export const KIND_LABEL: Readonly<Record<PropertyType, string>> = {
  Residential: 'Homes for sale',
  'Residential Lease': 'Homes to rent',
  'Residential Income': 'Two to four units',
  Land: 'Land',
  Farm: 'Farms',
  'Commercial Sale': 'Commercial',
};
