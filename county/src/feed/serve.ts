import { createServer } from 'node:http';
import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import { Resvg } from '@resvg/resvg-js';
import type { County } from '../county.js';
import type { FeedRecord } from '../listingRecord.js';
import type { Market } from '../market.js';
import { answerShowing } from '../offices/answer.js';
import { captionOf, drawPicture, PICTURE_WIDTH } from '../pictures.js';
import { readFilter } from './filter.js';

type Row = Readonly<Record<string, unknown>>;

export interface FeedOptions {
  readonly county: County;
  readonly market: Market;
  readonly token: string;
}

const PAGE = 1000;

/**
 * The listing feed over HTTP: RESO resources as OData JSON with server paging, a bearer token, pictures,
 * the listing offices' answers to showing requests, and a clock that the demo sets.
 */
export function serveFeed({ county, market, token }: FeedOptions): Server {
  const rowsOf: Readonly<Record<string, () => readonly Row[]>> = {
    Property: () => market.listings,
    Member: () => county.members as unknown as readonly Row[],
    Office: () => county.offices as unknown as readonly Row[],
    HistoryTransactional: () => market.history as unknown as readonly Row[],
  };

  const answer = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const url = new URL(request.url ?? '/', `http://${request.headers.host ?? 'localhost'}`);
    const [root, name, file] = url.pathname.split('/').slice(1);
    if (root === 'health') return send(response, 200, { status: 'up' });
    if (root === 'media') return sendPicture(response, name ?? '', file ?? '');
    if (request.headers.authorization !== `Bearer ${token}`)
      return send(response, 401, { error: { code: '401', message: 'This feed needs its token.' } });
    if (root === 'clock' && request.method === 'PUT') {
      const { now } = JSON.parse(await bodyOf(request)) as { now: number };
      market.advanceTo(now);
      return send(response, 200, { now });
    }
    if (root === 'showings' && request.method === 'POST') {
      const ask = JSON.parse(await bodyOf(request)) as { ListingKey: string; startAt: number; askedAt: number };
      const record = listing(ask.ListingKey);
      return record
        ? send(response, 200, answerShowing(record, ask))
        : send(response, 404, { error: { code: '404', message: 'No such listing.' } });
    }
    const rows = root === 'odata' && name ? rowsOf[name] : undefined;
    if (!rows) return send(response, 404, { error: { code: '404', message: `There is no ${url.pathname}.` } });
    return send(response, 200, page(rows(), url));
  };

  const listing = (key: string): FeedRecord | undefined => market.listings.find((record) => record['ListingKey'] === key);

  const page = (rows: readonly Row[], url: URL): unknown => {
    const query = url.searchParams;
    const filter = query.get('$filter');
    const found = filter ? rows.filter(readFilter(filter)) : [...rows];
    for (const [field, direction] of (query.get('$orderby') ?? '')
      .split(',')
      .filter(Boolean)
      .map((part) => part.trim().split(' '))
      .reverse()) {
      found.sort(
        (a, b) =>
          (String(a[field as string]) < String(b[field as string])
            ? -1
            : String(a[field as string]) > String(b[field as string])
              ? 1
              : 0) * (direction === 'desc' ? -1 : 1),
      );
    }
    const skip = Number(query.get('$skip') ?? 0);
    const top = Math.min(PAGE, Number(query.get('$top') ?? PAGE));
    const select = query.get('$select')?.split(',');
    const value = found.slice(skip, skip + top).map((row) => shaped(row, select, query.get('$expand') === 'Media'));
    query.set('$skip', String(skip + top));
    return {
      '@odata.context': `${url.origin}/odata/$metadata`,
      ...(query.get('$count') === 'true' ? { '@odata.count': found.length } : {}),
      ...(skip + top < found.length ? { '@odata.nextLink': url.toString() } : {}),
      value,
    };
  };

  const shaped = (row: Row, select: readonly string[] | undefined, withMedia: boolean): Row => {
    const fields = select ? Object.fromEntries(select.map((field) => [field, row[field] ?? null])) : row;
    if (!withMedia) return fields;
    const Media = Array.from({ length: Number(row['PhotosCount'] ?? 0) }, (_, Order) => ({
      MediaKey: `${String(row['ListingKey'])}-${Order}`,
      Order,
      ShortDescription: captionOf(Order),
      MediaURL: `/media/${String(row['ListingKey'])}/${Order}.svg`,
    }));
    return { ...fields, Media };
  };

  const sendPicture = (response: ServerResponse, key: string, file: string): void => {
    const match = /^(\d)\.(svg|png)$/.exec(file);
    const record = listing(key);
    if (!match || !record) return send(response, 404, { error: { code: '404', message: 'No such picture.' } });
    const svg = drawPicture(record, Number(match[1]));
    const png = match[2] === 'png';
    response.writeHead(200, { 'content-type': png ? 'image/png' : 'image/svg+xml', 'cache-control': 'public, max-age=86400' });
    response.end(png ? new Resvg(svg, { fitTo: { mode: 'width', value: PICTURE_WIDTH } }).render().asPng() : svg);
  };

  return createServer((request, response) => {
    answer(request, response).catch((error: unknown) => {
      send(response, 400, {
        error: { code: '400', message: error instanceof Error ? error.message : 'The request could not be read.' },
      });
    });
  });
}

async function bodyOf(request: IncomingMessage): Promise<string> {
  const chunks: Buffer[] = [];
  for await (const chunk of request) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks).toString('utf8');
}

function send(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { 'content-type': 'application/json' });
  response.end(JSON.stringify(body));
}
