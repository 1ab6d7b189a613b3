import { positionOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';

/** A listing as a GeoJSON Feature (RFC 7946): a Point, or without geometry where its place is not known. */
export function geoJsonFeature(record: ListingRecord): object {
  const { Longitude: _longitude, Latitude: _latitude, ...properties } = record;
  const position = positionOf(record);
  return {
    type: 'Feature',
    id: record.ListingKey,
    geometry: position && { type: 'Point', coordinates: position },
    properties,
  };
}
