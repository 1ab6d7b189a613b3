import type { LonLat } from '@perambula/core';

/** A parcel by its address, whether it was ever listed or not. */
export interface AddressPlace {
  readonly address: string;
  readonly at: LonLat;
  readonly parcelNumber: string;
}
