import type { BoundFormat } from './boundFiles.js';

export const FORMATS: readonly { readonly key: BoundFormat; readonly label: string }[] = [
  { key: 'geojson', label: 'GeoJSON' },
  { key: 'kml', label: 'KML' },
  { key: 'gpx', label: 'GPX' },
];

/** What reads and writes files of bounds; it comes with the first file. */
export function boundFiles() {
  return import('./boundFiles.js');
}
