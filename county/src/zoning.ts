import type { Parcel } from './parcels.js';

const FARM_ACRES = 5;
const SHORE_METRES = 120;

export const ZONING = [
  'Village business',
  'Village residential',
  'Shore residential',
  'Rural residential',
  'Farm and forest',
] as const;

/** What the town allows to be built on a parcel. */
export function zoningOf({ home, acres, shoreMetres }: Parcel): (typeof ZONING)[number] {
  if (home.subType === 'Retail' || home.subType === 'Office') return 'Village business';
  if (home.town) return 'Village residential';
  if (acres >= FARM_ACRES) return 'Farm and forest';
  return shoreMetres < SHORE_METRES ? 'Shore residential' : 'Rural residential';
}
