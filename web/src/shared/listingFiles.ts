import type { FileType } from '@perambula/contract';

/** What listings are saved as, as a menu offers it. A file holds what is for the agent only. */
export const LISTING_FILES: readonly { readonly key: FileType; readonly label: string }[] = [
  { key: 'csv', label: 'As a table (CSV), for yourself' },
  { key: 'xlsx', label: 'As a workbook (XLSX), for yourself' },
  { key: 'json', label: 'As records (JSON), for yourself' },
  { key: 'geojson', label: 'As places (GeoJSON), for yourself' },
  { key: 'kml', label: 'As places (KML), for yourself' },
];
