import PDFDocument from 'pdfkit';
import type { FeedRecord } from './feedRecord.js';
import type { Parcel } from './parcels.js';
import { randomOf } from './random.js';
import type { Room } from './rooms.js';

interface ListingDocument {
  readonly name: string;
  readonly title: string;
  readonly needs: (record: FeedRecord) => boolean;
  readonly write: (record: FeedRecord, parcel: Parcel) => PDFKit.PDFDocument;
}

/** The documents that come with a listing: what the seller discloses, and the rooms by level. */
const DOCUMENTS: readonly ListingDocument[] = [
  { name: 'disclosure', title: 'Seller’s disclosure', needs: () => true, write: disclosure },
  {
    name: 'floor-plan',
    title: 'Floor plan',
    needs: (record) => Array.isArray(record['Rooms']) && record['Rooms'].length > 0,
    write: floorPlan,
  },
];

/** The documents that a listing has. */
export function documentsOf(record: FeedRecord): readonly ListingDocument[] {
  return DOCUMENTS.filter(({ needs }) => needs(record));
}

function disclosure(record: FeedRecord, parcel: Parcel): PDFKit.PDFDocument {
  const random = randomOf(parcel.id, 61);
  const { home } = parcel;
  const old = home.yearBuilt < 1978;
  const rows: readonly (readonly [string, string])[] = [
    ['Roof', `${home.roof}, about ${random.int(2, 24)} years old`],
    ['Heating', home.heating],
    ['Water', home.town ? 'Town water' : 'Drilled well, tested on request'],
    ['Sewer', home.town ? 'Town sewer' : `Septic system, last pumped ${random.int(2021, 2025)}`],
    [
      'Water in the basement',
      home.basement.includes('None') ? 'No basement' : random.chance(0.2) ? 'Once, after heavy rain' : 'None known',
    ],
    ['Lead paint', old ? 'Built before 1978; not tested' : 'Built after 1978'],
    [
      'Flood zone',
      parcel.floodZone === 'X' ? 'X, outside the mapped flood area' : `${parcel.floodZone}, within the mapped flood area`,
    ],
    ['Liens or assessments', random.chance(0.06) ? 'Sidewalk assessment, paid to 2028' : 'None known'],
  ];
  const document = page(record, 'Seller’s disclosure');
  for (const [name, value] of rows)
    document.font('Helvetica-Bold').text(`${name}: `, { continued: true }).font('Helvetica').text(value).moveDown(0.4);
  document.moveDown().fontSize(9).text('To the best of the seller’s knowledge. A buyer should verify whatever matters to them.');
  document.end();
  return document;
}

function floorPlan(record: FeedRecord): PDFKit.PDFDocument {
  const rooms = record['Rooms'] as readonly Room[];
  const document = page(record, 'Rooms by level');
  for (const level of ['Main', 'Second', 'Basement']) {
    const own = rooms.filter(({ RoomLevel }) => RoomLevel === level);
    if (own.length === 0) continue;
    document.font('Helvetica-Bold').fontSize(13).text(`${level} level`).moveDown(0.3).fontSize(11).font('Helvetica');
    for (const { RoomType, RoomDimensions } of own) document.text(`${RoomType}, ${RoomDimensions} ft`);
    document.moveDown();
  }
  document.end();
  return document;
}

function page(record: FeedRecord, title: string): PDFKit.PDFDocument {
  const made = new Date(String(record['OriginalEntryTimestamp']));
  const document = new PDFDocument({
    size: 'LETTER',
    margin: 64,
    info: { Title: `${title}, ${String(record['UnparsedAddress'])}`, CreationDate: made, ModDate: made },
  });
  document.font('Times-Roman').fontSize(22).text(title);
  document.moveDown(0.3).font('Helvetica').fontSize(11).fillColor('#5C6964');
  document.text(
    `${String(record['UnparsedAddress'])}. Listing ${String(record['ListingId'])}, ${String(record['ListOfficeName'])}`,
  );
  return document.fillColor('#23302E').moveDown(1.5);
}
