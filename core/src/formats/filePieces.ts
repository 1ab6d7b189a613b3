import Papa from 'papaparse';
import type { ListingRecord } from '../listing/record.js';
import { geoJsonFeature } from './geoJson.js';
import { cellOf, FORMULA } from './listingFile.js';

/** A file of listings that is written piece by piece: what it begins with, each listing, what stands between two, and how it ends. */
export interface FilePieces {
  readonly begin: string;
  readonly of: (record: ListingRecord) => string;
  readonly between: string;
  readonly end: string;
}

/**
 * How a file of listings is written without holding all of it: CSV (RFC 4180) and JSON by RESO names, which
 * `readListingFile` and any spreadsheet read, a cell that would start a formula led by an apostrophe; or GeoJSON (RFC 7946).
 *
 * @param fields  what any of the listings has, in the order of the columns
 */
export function filePieces(type: 'csv' | 'json' | 'geojson', fields: readonly string[]): FilePieces {
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
  }
}

/** All of a file at once, for few listings. */
export function writeFilePieces(type: 'csv' | 'json' | 'geojson', records: readonly ListingRecord[]): string {
  const fields = [...new Set(records.flatMap((record) => Object.keys(record)))];
  const { begin, of, between, end } = filePieces(type, fields);
  return begin + records.map(of).join(between) + end;
}
