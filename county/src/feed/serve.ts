import { createServer } from 'node:http';
import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import { setTimeout as wait } from 'node:timers/promises';
import type { County } from '../county.js';
import type { Market } from '../market.js';
import { PublicRecords } from '../publicRecord.js';
import { answerShowing } from '../offices/answer.js';
import { ACCENTS, accented, memberOf, valuesOf } from './accents.js';
import { FaultMaker } from './faults.js';
import type { Faults } from './faults.js';
import { sendDocument, sendPicture } from './files.js';
import { metadata } from './metadata.js';
import type { Enumerations } from './metadata.js';
import { entity, query } from './query.js';
import { resourcesOf } from './resources.js';
import type { Resource } from './resources.js';

export interface FeedOptions {
  readonly county: County;
  readonly market: Market;
  readonly token: string;
}

/**
 * The listing feed over HTTP: RESO resources as OData JSON with server paging, in several accents, a bearer token, pictures and documents,
 * the public record, the listing offices' answers to showing requests, and a clock and faults that the demo sets.
 */
export function serveFeed({ county, market, token }: FeedOptions): Server {
  const plain = resourcesOf(county, market);
  const resourcesBy = new Map<string, Readonly<Record<string, Resource>>>(
    ACCENTS.map((accent) => [accent, accented(plain, accent, market)]),
  );
  const records = new PublicRecords(county, market);
  const faults = new FaultMaker();

  const answer = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const url = new URL(request.url ?? '/', `http://${request.headers.host ?? 'localhost'}`);
    const [root, name = '', file = ''] = url.pathname.split('/').slice(1).map(decodeURIComponent);
    const missing = (): void => send(response, 404, problem(404, `There is no ${url.pathname}.`));
    if (!market.hasBegun && root !== 'clock') return send(response, 503, problem(503, 'The clock is not set yet.'));
    if (root === 'health') return send(response, 200, { status: 'up' });
    const entry = market.find(name);
    if (root === 'media') {
      if (!entry || !sendPicture(response, market.record(entry), entry.listing.parcel, file)) missing();
      return;
    }
    if (request.headers.authorization !== `Bearer ${token}`)
      return send(response, 401, problem(401, 'This feed needs its token.'));
    if (request.method === 'PUT') {
      const body = JSON.parse(await bodyOf(request)) as unknown;
      if (root === 'clock') market.advanceTo((body as { now: number }).now);
      else if (root === 'faults') faults.set(body as Faults);
      else return missing();
      return send(response, 200, body);
    }
    if (root === 'showings' && request.method === 'POST') {
      const ask = JSON.parse(await bodyOf(request)) as { ListingKey: string; startAt: number };
      const home = market.find(ask.ListingKey);
      return home
        ? send(response, 200, answerShowing(market.record(home), { startAt: ask.startAt, askedAt: market.moment }))
        : missing();
    }
    if (root === 'documents') {
      if (!entry || !sendDocument(response, market.record(entry), entry.listing.parcel, file)) missing();
      return;
    }
    if (root === 'records') {
      const found = records.find(name);
      return found ? send(response, 200, found) : missing();
    }
    const resources = resourcesBy.get(root ?? '');
    if (!resources) return missing();
    if (faults.happens('throttled')) {
      response.setHeader('retry-after', '1');
      return send(response, 429, problem(429, 'Too many requests; try again in a second.'));
    }
    if (faults.happens('errors')) return send(response, 503, problem(503, 'The feed is not available just now.'));
    if (faults.happens('silent')) return;
    if (faults.happens('slow')) await wait(1000);
    if (name === '$metadata' && root !== 'careless') {
      response.writeHead(200, { 'content-type': 'application/xml' });
      response.end(metadata(root === 'enumerations' ? enumerationsOf(market) : undefined));
      return;
    }
    const [, set = '', key] = /^(\w+)(?:\('((?:[^']|'')*)'\))?$/.exec(name) ?? [];
    const resource = Object.hasOwn(resources, set) ? resources[set] : undefined;
    if (!resource) return missing();
    if (key !== undefined) {
      const found = entity(resource, key.replaceAll("''", "'"), url);
      return found
        ? send(response, 200, { '@odata.context': `${url.origin}/${root}/$metadata#${set}/$entity`, ...found })
        : missing();
    }
    const page = query(resource, url);
    const isEmpty = set === 'Property' && faults.happens('empty');
    const { value, count, next } = isEmpty ? { value: [], count: page.count, next: null } : faults.spoiled(page);
    const body = JSON.stringify({
      '@odata.context': `${url.origin}/${root}/$metadata#${name}`,
      ...(count === null ? {} : { '@odata.count': count }),
      ...(next === null ? {} : { '@odata.nextLink': next }),
      value,
    });
    response.writeHead(200, { 'content-type': 'application/json', 'odata-version': '4.01' });
    if (faults.happens('cut')) {
      response.write(body.slice(0, body.length / 2));
      setTimeout(() => response.destroy(), 20);
      return;
    }
    response.end(body);
  };

  return createServer((request, response) => {
    answer(request, response).catch((error: unknown) => {
      send(response, 400, problem(400, error instanceof Error ? error.message : 'The request could not be read.'));
    });
  });
}

function enumerationsOf(market: Market): Enumerations {
  return new Map(
    [...valuesOf(market)].map(([field, values]) => [field, [...values].map((value) => [memberOf(value), value] as const)]),
  );
}

function problem(code: number, message: string): unknown {
  return { error: { code: String(code), message } };
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
