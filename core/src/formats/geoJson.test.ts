import { describe, expect, it } from 'vitest';
import { writeFilePieces } from './filePieces.js';

describe('a file of GeoJSON', () => {
  // RFC 7946, 3.2 and 3.3: a Feature has geometry, null where there is none, and properties; positions are longitude first
  it('writes each listing as a feature, one without a place with no geometry', () => {
    const listing = { ListingKey: 'a', City: 'Wrenfield', Longitude: -66.01, Latitude: 40.6 };
    expect(JSON.parse(writeFilePieces('geojson', [listing, { ListingKey: 'b', Longitude: null, Latitude: null }]))).toEqual({
      type: 'FeatureCollection',
      features: [
        {
          type: 'Feature',
          id: 'a',
          geometry: { type: 'Point', coordinates: [-66.01, 40.6] },
          properties: { ListingKey: 'a', City: 'Wrenfield' },
        },
        { type: 'Feature', id: 'b', geometry: null, properties: { ListingKey: 'b' } },
      ],
    });
  });
});
