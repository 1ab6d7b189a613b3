import Papa from 'papaparse';
import type { ListingRecord } from '../listing/record.js';
import { geoJsonFeature } from './geoJson.js';
import { KML_BEGIN, KML_END, kmlPlacemark } from './kml.js';
import { cellOf, FORMULA } from './listingFile.js';

/** The formats of a file of listings that are text. */
export type TextFileType = 'csv' | 'json' | 'geojson' | 'kml';

/** A file of listings that is written piece by piece: what it begins with, each listing, what stands between two, and how it ends. */
export interface FilePieces {
  readonly begin: string;
  readonly of: (record: ListingRecord) => string;
  readonly between: string;
  readonly end: string;
}

/**
 * How a file of listings is written without holding all of it: CSV (RFC 4180) and JSON by RESO names, which
 * `readListingFile` and any spreadsheet read, a cell that would start a formula led by an apostrophe; GeoJSON (RFC 7946) or KML (OGC 12-007r2).
 *
 * @param fields  what any of the listings has, in the order of the columns
 */
export function filePieces(type: TextFileType, fields: readonly string[]): FilePieces {
  switch (type) {
    case 'csv': {
      const line = (cells: readonly unknown[]): string => Papa.unparse([[...cells]], { escapeFormulae: FORMULA });
      return {
        begin: `${line(fields)}\r\n`,
        of: (record) => line(fields.map((field) => cellOf(record[field]))),
        between: '\r\n',
        end: '\r\n',
      };
    }
    case 'json':
      return { begin: '{"value": [\n', of: (record) => JSON.stringify(record), between: ',\n', end: '\n]}\n' };
    case 'geojson':
      return {
        begin: '{"type":"FeatureCollection","features":[\n',
        of: (record) => JSON.stringify(geoJsonFeature(record)),
        between: ',\n',
        end: '\n]}\n',
      };
    case 'kml':
      return { begin: KML_BEGIN, of: kmlPlacemark, between: '\n', end: KML_END };
  }
}

/** All of a file at once, for few listings. */
export function writeFilePieces(type: TextFileType, records: readonly ListingRecord[]): string {
  const fields = [...new Set(records.flatMap((record) => Object.keys(record)))];
  const { begin, of, between, end } = filePieces(type, fields);
  return begin + records.map(of).join(between) + end;
}
