import type { County } from './county.js';
import { collection, point } from './features.js';
import type { FeatureCollection } from './features.js';
import { addressOf, parcelNumberOf } from './listingRecord.js';

/** Every parcel's address and number in the county's register, listed or not, as GeoJSON points. */
export function addressFile({ parcels }: County): FeatureCollection {
  return collection(
    parcels.map((parcel) => {
      const feature = point('address', addressOf(parcel), parcel.at);
      return { ...feature, properties: { ...feature.properties, parcelNumber: parcelNumberOf(parcel) } };
    }),
  );
}
