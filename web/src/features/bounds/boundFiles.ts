import { polygonsOf, readBoundFile, writeBoundFile } from '@perambula/core';
import type { FiledBound, ReadBounds } from '@perambula/core';
import { gpx, kml } from '@tmcw/togeojson';
import GPX from 'ol/format/GPX.js';
import KML from 'ol/format/KML.js';
import Feature from 'ol/Feature.js';
import { MultiLineString, MultiPolygon, Polygon } from 'ol/geom.js';
import type { Geometry } from 'ol/geom.js';

/** The open formats that areas are read from and written to. */
export const BOUND_FORMATS = {
  geojson: { type: 'application/geo+json' },
  kml: { type: 'application/vnd.google-earth.kml+xml' },
  gpx: { type: 'application/gpx+xml' },
} as const;
export type BoundFormat = keyof typeof BOUND_FORMATS;

/** The areas of a file's text in any of the formats, told by its beginning; what is wrong is said and left out. */
export function readBoundText(text: string): ReadBounds {
  const refused = (sentence: string): ReadBounds => ({ bounds: [], problems: [sentence] });
  const begins = text.trimStart();
  if (begins === '') return refused('The file is empty.');
  if (!begins.startsWith('<')) {
    try {
      return readBoundFile(JSON.parse(text));
    } catch (error) {
      return refused(`This is neither GeoJSON, KML nor GPX: ${error instanceof Error ? error.message : 'it cannot be read'}.`);
    }
  }
  const document = new DOMParser().parseFromString(text, 'application/xml');
  const fault = document.querySelector('parsererror');
  if (fault) return refused(`The XML is broken: ${firstLine(fault.textContent)}`);
  const root = document.documentElement.localName;
  if (root !== 'kml' && root !== 'gpx')
    return refused(`The file is XML of another sort: it begins with <${root}>, not with <kml> or <gpx>.`);
  return readBoundFile(root === 'kml' ? kml(outlinesFirst(document)) : gpx(document));
}

/** Areas in a format. GPX knows no areas: each is a track, with a segment for its outline and one for each hole. */
export function writeBoundText(bounds: readonly FiledBound[], format: BoundFormat): string {
  if (format === 'geojson') return writeBoundFile(bounds);
  const features = bounds.map(({ name, note, shape }) => {
    const feature = new Feature(geometryFor(shape, format));
    if (name) feature.set('name', name);
    if (note) feature.set(format === 'gpx' ? 'desc' : 'description', note);
    return feature;
  });
  // coordinates stand in degrees as they are
  const options = { decimals: 7, dataProjection: 'EPSG:4326', featureProjection: 'EPSG:4326' };
  if (format === 'gpx') return new GPX().writeFeatures(features, options);
  const text = new KML({ writeStyles: false }).writeFeatures(features, options);
  return new XMLSerializer().serializeToString(outlinesFirst(new DOMParser().parseFromString(text, 'application/xml')));
}

/** KML's schema has a polygon's outline before its holes (OGC 12-007r2, 10.8); some writers do not, and some readers rely on it. */
function outlinesFirst(document: Document): Document {
  for (const outline of document.querySelectorAll('Polygon > outerBoundaryIs')) {
    const first = outline.parentNode?.querySelector('innerBoundaryIs');
    if (first && first.compareDocumentPosition(outline) & Node.DOCUMENT_POSITION_FOLLOWING)
      outline.parentNode?.insertBefore(outline, first);
  }
  return document;
}

function geometryFor(shape: FiledBound['shape'], format: 'kml' | 'gpx'): Geometry {
  const polygons = polygonsOf(shape).map((rings) => rings.map((ring) => ring.map(([lon, lat]) => [lon, lat])));
  if (format === 'gpx') return new MultiLineString(polygons.flat());
  return polygons.length === 1 ? new Polygon(polygons[0] ?? []) : new MultiPolygon(polygons);
}

/** What a browser says of broken XML, to its first sentence. */
function firstLine(text: string): string {
  const lines = text.split('\n').map((line) => line.trim());
  return lines.find((line) => /line|error/i.test(line) && !line.startsWith('This page')) ?? 'it cannot be read.';
}
