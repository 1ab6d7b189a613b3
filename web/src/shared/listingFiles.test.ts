// @vitest-environment jsdom
import { filePieces } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { kml } from '@tmcw/togeojson';
import { describe, expect, it } from 'vitest';

// OGC 12-007r2, read by a reader that is not the project's own
describe('a file of KML', () => {
  it('has each listing as a named place with its facts, one without a place with no point', () => {
    const records: ListingRecord[] = [
      {
        ListingKey: 'a',
        UnparsedAddress: '7 Fell & Mill "Ln", <Wrenfield>',
        ListPrice: 410_000,
        Longitude: -66.01,
        Latitude: 40.6,
      },
      { ListingKey: 'b', PublicRemarks: 'A bell\u0007, and a null.', Longitude: null, Latitude: null },
    ];
    const { begin, of, between, end } = filePieces('kml', []);
    const text = begin + records.map(of).join(between) + end;
    const read = kml(new DOMParser().parseFromString(text, 'text/xml'), { skipNullGeometry: false });
    expect(read.features).toMatchObject([
      {
        geometry: { type: 'Point', coordinates: [-66.01, 40.6] },
        properties: { name: '7 Fell & Mill "Ln", <Wrenfield>', ListingKey: 'a', ListPrice: '410000' },
      },
      { geometry: null, properties: { name: 'b', PublicRemarks: 'A bell, and a null.' } },
    ]);
  });
});
