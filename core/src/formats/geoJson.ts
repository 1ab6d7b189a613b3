import { positionOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';

/** Listings as a GeoJSON FeatureCollection (RFC 7946), each a Point, or without geometry where its place is not known. */
export function writeGeoJson(records: readonly ListingRecord[]): string {
  const features = records.map((record) => {
    const { Longitude: _longitude, Latitude: _latitude, ...properties } = record;
    const position = positionOf(record);
    return {
      type: 'Feature',
      id: record.ListingKey,
      geometry: position && { type: 'Point', coordinates: position },
      properties,
    };
  });
  return JSON.stringify({ type: 'FeatureCollection', features });
}
