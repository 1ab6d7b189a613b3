import { positionOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';

export const KML_BEGIN = '<?xml version="1.0" encoding="UTF-8"?>\n<kml xmlns="http://www.opengis.net/kml/2.2"><Document>\n';
export const KML_END = '\n</Document></kml>\n';

/**
 * A listing as a KML Placemark (OGC 12-007r2, 9.14): named by its address, its facts as ExtendedData by RESO names, a Point, or
 * without geometry where its place is not known.
 */
export function kmlPlacemark(record: ListingRecord): string {
  const { Longitude: _longitude, Latitude: _latitude, ...facts } = record;
  const position = positionOf(record);
  const data = Object.entries(facts)
    .filter(([, value]) => value !== null && value !== undefined && typeof value !== 'object')
    .map(([name, value]) => `<Data name="${escaped(name)}"><value>${escaped(String(value))}</value></Data>`);
  // the schema has them in this order
  return [
    '<Placemark>',
    `<name>${escaped(String(record['UnparsedAddress'] ?? record.ListingKey))}</name>`,
    `<ExtendedData>${data.join('')}</ExtendedData>`,
    ...(position ? [`<Point><coordinates>${position.join(',')}</coordinates></Point>`] : []),
    '</Placemark>',
  ].join('');
}

const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

/** Text as XML 1.0 has it; characters that it cannot hold (2.2) are left out. */
function escaped(text: string): string {
  return text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/[&<>"]/g, (each) => ENTITIES[each] ?? each);
}
