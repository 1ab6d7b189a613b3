// @vitest-environment jsdom
import { destination, polygonsOf, selfCrossing } from '@perambula/core';
import type { DrawnShape, FiledBound, LonLat } from '@perambula/core';
import { gpx, kml } from '@tmcw/togeojson';
import fc from 'fast-check';
import GeoJSON from 'ol/format/GeoJSON.js';
import GPX from 'ol/format/GPX.js';
import KML from 'ol/format/KML.js';
import { describe, expect, it } from 'vitest';
import { BOUND_FORMATS, readBoundText, writeBoundText } from './boundFiles.js';
import type { BoundFormat } from './boundFiles.js';

const FORMATS = Object.keys(BOUND_FORMATS) as BoundFormat[];
const star = (metres: number, corners: number): LonLat[] => {
  const ring = Array.from({ length: corners }, (_, i) =>
    destination([-66, 40.6], -(360 * i) / corners, i % 2 ? metres : metres / 2),
  );
  const rounded = ring.map(([lon, lat]): LonLat => [Math.round(lon * 1e6) / 1e6, Math.round(lat * 1e6) / 1e6]);
  return [...rounded, rounded[0] as LonLat];
};
const shapes: fc.Arbitrary<DrawnShape> = fc
  .tuple(fc.integer({ min: 400, max: 4000 }), fc.integer({ min: 4, max: 30 }), fc.boolean())
  .map(([metres, corners, holed]): DrawnShape => ({
    type: 'Polygon',
    coordinates: holed ? [star(metres, corners * 2), [...star(metres / 4, corners * 2)].reverse()] : [star(metres, corners * 2)],
  }));
const filed = fc
  .array(
    fc.record({
      name: fc.constantFrom('Mill quarter', 'By the “water” & the rail', 'Größe <1>'),
      note: fc.constantFrom('', 'as walked'),
      shape: shapes,
    }),
    {
      minLength: 1,
      maxLength: 4,
    },
  )
  .map((all): FiledBound[] => all.map(({ note, ...rest }) => ({ ...rest, ...(note ? { note } : {}) })));
const cornersOf = (shape: DrawnShape): string[][] =>
  polygonsOf(shape).flatMap((rings) => rings.map((ring) => [...new Set(ring.map(String))].sort()));

describe('files of bounds', () => {
  it.each(FORMATS)('are read back from %s as they were written: several, with their names, notes and holes', (format) => {
    fc.assert(
      fc.property(filed, (bounds) => {
        const { bounds: read, problems } = readBoundText(writeBoundText(bounds, format));
        expect(problems).toEqual([]);
        expect(read.map(({ name, note }) => [name, note])).toEqual(bounds.map(({ name, note }) => [name, note]));
        expect(read.map(({ shape }) => cornersOf(shape))).toEqual(bounds.map(({ shape }) => cornersOf(shape)));
        for (const { shape } of read) for (const rings of polygonsOf(shape)) expect(selfCrossing(rings)).toBeNull();
      }),
      { numRuns: 30 },
    );
  });

  it('say the same to OpenLayers’ readers and to @tmcw/togeojson', () => {
    fc.assert(
      fc.property(filed, (bounds) => {
        const corners = bounds.flatMap(({ shape }) => polygonsOf(shape).flat(2)).length;
        const text = (format: BoundFormat): string => writeBoundText(bounds, format);
        const xml = (format: BoundFormat): Document => new DOMParser().parseFromString(text(format), 'application/xml');
        const count = (value: unknown): number =>
          Array.isArray(value)
            ? typeof value[0] === 'number'
              ? 1
              : value.reduce((sum: number, each) => sum + count(each), 0)
            : 0;
        const ofGeoJson = (file: { features: readonly { geometry: unknown }[] }): number =>
          file.features.reduce((sum, { geometry }) => sum + count((geometry as { coordinates: unknown }).coordinates), 0);
        const ofOl = (features: readonly { getGeometry: () => unknown }[]): number =>
          features.reduce(
            (sum, feature) => sum + count((feature.getGeometry() as { getCoordinates: () => unknown }).getCoordinates()),
            0,
          );
        expect(ofGeoJson(kml(xml('kml')))).toBe(corners);
        expect(ofGeoJson(gpx(xml('gpx')))).toBe(corners);
        expect(ofOl(new KML().readFeatures(text('kml')))).toBe(corners);
        expect(ofOl(new GPX().readFeatures(text('gpx')))).toBe(corners);
        expect(ofOl(new GeoJSON().readFeatures(text('geojson')))).toBe(corners);
      }),
      { numRuns: 20 },
    );
  });

  it.each([
    ['', /empty/],
    ['hello', /neither GeoJSON, KML nor GPX/],
    ['<kml><Placemark></kml>', /XML is broken/],
    ['<rss/>', /begins with <rss>/],
    ['<kml xmlns="http://www.opengis.net/kml/2.2"></kml>', /no features/],
    [
      '<kml xmlns="http://www.opengis.net/kml/2.2"><Placemark><name>Mill</name><Polygon><outerBoundaryIs><LinearRing><coordinates>-66,40.6 -65.98,40.62 -65.98,40.6 -66,40.62 -66,40.6</coordinates></LinearRing></outerBoundaryIs></Polygon></Placemark></kml>',
      /“Mill”.*crosses itself where its sides 1 and 3 meet/,
    ],
    [
      '<gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><trk><name>Walk</name><trkseg><trkpt lat="40.6" lon="-66"/><trkpt lat="40.62" lon="-66"/><trkpt lat="40.64" lon="-66"/></trkseg></trk></gpx>',
      /“Walk”.*does not come back/,
    ],
  ])('say what is wrong with %j', (text, says) => {
    const { bounds, problems } = readBoundText(text);
    expect(bounds).toEqual([]);
    expect(problems.join(' ')).toMatch(says);
  });
});
