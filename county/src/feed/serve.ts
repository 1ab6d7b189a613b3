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
export function serveFeed(options: FeedOptions): Server {
  const service = new FeedService(options);
  return createServer((request, response) => {
    service.answer(request, response).catch((error: unknown) => {
      send(response, 400, problem(400, error instanceof Error ? error.message : 'The request could not be read.'));
    });
  });
}

/** One request, its address taken apart: `/root/name/file`. */
interface Asked {
  readonly request: IncomingMessage;
  readonly response: ServerResponse;
  readonly url: URL;
  readonly root: string;
  readonly name: string;
  readonly file: string;
}

class FeedService {
  private readonly market: Market;
  private readonly token: string;
  private readonly resourcesBy: ReadonlyMap<string, Readonly<Record<string, Resource>>>;
  private readonly records: PublicRecords;
  private readonly faults = new FaultMaker();

  constructor({ county, market, token }: FeedOptions) {
    this.market = market;
    this.token = token;
    const plain = resourcesOf(county, market);
    this.resourcesBy = new Map(ACCENTS.map((accent) => [accent, accented(plain, accent, market)]));
    this.records = new PublicRecords(county, market);
  }

  async answer(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const url = new URL(request.url ?? '/', `http://${request.headers.host ?? 'localhost'}`);
    const [root = '', name = '', file = ''] = url.pathname.split('/').slice(1).map(decodeURIComponent);
    const asked = { request, response, url, root, name, file };
    if (!this.market.hasBegun && root !== 'clock') return send(response, 503, problem(503, 'The clock is not set yet.'));
    if (root === 'health') return send(response, 200, { status: 'up' });
    if (root === 'media') return this.answerPicture(asked);
    if (request.headers.authorization !== `Bearer ${this.token}`)
      return send(response, 401, problem(401, 'This feed needs its token.'));
    if (request.method === 'PUT') return this.set(asked);
    if (root === 'showings' && request.method === 'POST') return this.answerOffice(asked);
    if (root === 'documents') return this.answerDocument(asked);
    if (root === 'records') {
      const found = this.records.find(name);
      return found ? send(response, 200, found) : missing(asked);
    }
    const resources = this.resourcesBy.get(root);
    return resources ? this.answerFeed(asked, resources) : missing(asked);
  }

  private answerPicture(asked: Asked): void {
    const entry = this.market.find(asked.name);
    if (!entry || !sendPicture(asked.response, this.market.record(entry), entry.listing.parcel, asked.file)) missing(asked);
  }

  private answerDocument(asked: Asked): void {
    const entry = this.market.find(asked.name);
    if (!entry || !sendDocument(asked.response, this.market.record(entry), entry.listing.parcel, asked.file)) missing(asked);
  }

  /** The clock, or the faults that it makes. */
  private async set(asked: Asked): Promise<void> {
    const body = JSON.parse(await bodyOf(asked.request)) as unknown;
    if (asked.root === 'clock') this.market.advanceTo((body as { now: number }).now);
    else if (asked.root === 'faults') this.faults.set(body as Faults);
    else return missing(asked);
    send(asked.response, 200, body);
  }

  private async answerOffice(asked: Asked): Promise<void> {
    const ask = JSON.parse(await bodyOf(asked.request)) as { ListingKey: string; startAt: number; isReminder?: boolean };
    const home = this.market.find(ask.ListingKey);
    if (!home) return missing(asked);
    send(asked.response, 200, answerShowing(this.market.record(home), { ...ask, askedAt: this.market.moment }));
  }

  private async answerFeed(asked: Asked, resources: Readonly<Record<string, Resource>>): Promise<void> {
    const { response, url, root, name } = asked;
    const { faults } = this;
    if (faults.happens('throttled')) {
      response.setHeader('retry-after', '1');
      return send(response, 429, problem(429, 'Too many requests; try again in a second.'));
    }
    if (faults.happens('errors')) return send(response, 503, problem(503, 'The feed is not available just now.'));
    if (faults.happens('silent')) return;
    if (faults.happens('slow')) await wait(1000);
    if (name === '$metadata' && root !== 'careless') {
      response.writeHead(200, { 'content-type': 'application/xml' });
      response.end(metadata(root === 'enumerations' ? enumerationsOf(this.market) : undefined));
      return;
    }
    const [, set = '', key] = /^(\w+)(?:\('((?:[^']|'')*)'\))?$/.exec(name) ?? [];
    const resource = Object.hasOwn(resources, set) ? resources[set] : undefined;
    if (!resource) return missing(asked);
    if (key === undefined) return this.answerPage(asked, resource, set === 'Property');
    const found = entity(resource, key.replaceAll("''", "'"), url);
    if (!found) return missing(asked);
    send(response, 200, { '@odata.context': `${url.origin}/${root}/$metadata#${set}/$entity`, ...found });
  }

  private answerPage({ response, url, root, name }: Asked, resource: Resource, isProperty: boolean): void {
    const { faults } = this;
    const page = query(resource, url);
    const isEmpty = isProperty && faults.happens('empty');
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
  }
}

function missing({ response, url }: Asked): void {
  send(response, 404, problem(404, `There is no ${url.pathname}.`));
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
