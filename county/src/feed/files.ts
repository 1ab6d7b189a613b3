import type { ServerResponse } from 'node:http';
import { Resvg } from '@resvg/resvg-js';
import { documentsOf } from '../documents.js';
import type { FeedRecord } from '../feedRecord.js';
import type { Parcel } from '../parcels.js';
import { drawPicture } from '../pictures/pictures.js';
import { PICTURE_WIDTH } from '../pictures/svg.js';

/** Answers with a picture by its number, as SVG or PNG; false when the listing has no such picture. */
export function sendPicture(response: ServerResponse, record: FeedRecord, parcel: Parcel, file: string): boolean {
  const [, number, type] = /^(\d)\.(svg|png)$/.exec(file) ?? [];
  const svg = number === undefined ? null : drawPicture(record, parcel, Number(number));
  if (svg === null) return false;
  const png = type === 'png';
  response.writeHead(200, { 'content-type': png ? 'image/png' : 'image/svg+xml', 'cache-control': 'public, max-age=86400' });
  response.end(png ? new Resvg(svg, { fitTo: { mode: 'width', value: PICTURE_WIDTH } }).render().asPng() : svg);
  return true;
}

/** Answers with a listing's document as PDF; false when it has no such document. */
export function sendDocument(response: ServerResponse, record: FeedRecord, parcel: Parcel, file: string): boolean {
  const document = documentsOf(record).find(({ name }) => `${name}.pdf` === file);
  if (!document) return false;
  response.writeHead(200, { 'content-type': 'application/pdf', 'cache-control': 'private, max-age=3600' });
  document.write(record, parcel).pipe(response);
  return true;
}
