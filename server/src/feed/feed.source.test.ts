import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Parser } from 'odata-v4-parser';
import { afterAll, beforeEach, describe, expect, it } from 'vitest';
import { Outside } from '../common/outside.js';
import { FeedSource, NoSuchResource } from './feed.source.js';

type Answer = { readonly status: number; readonly headers?: Record<string, string>; readonly body?: string };
let answers: Answer[] = [];
let asked: URL[] = [];
let pauses: number[] = [];
const server = createServer((request, response) => {
  asked.push(new URL(request.url ?? '/', 'http://feed'));
  const { status, headers = {}, body = '{"value":[]}' } = answers.shift() ?? { status: 200 };
  if (status === 0) return void response.destroy();
  response.writeHead(status, headers);
  response.end(body);
});
await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
afterAll(() => server.close());
beforeEach(() => {
  answers = [];
  asked = [];
  pauses = [];
});

function source(): FeedSource {
  return new FeedSource(
    `http://127.0.0.1:${(server.address() as AddressInfo).port}/odata`,
    'token',
    new Outside(['127.0.0.1']),
    (ms) => {
      pauses.push(ms);
      return Promise.resolve();
    },
  );
}

const from = { at: '2026-04-14T13:12:00.000Z', key: 'OST0000001' };

describe('FeedSource', () => {
  it('asks in OData that an independent parser reads (odata-v4-parser)', async () => {
    await source().after('Property', 'ListingKey', from);
    expect(asked[0]?.pathname).toBe('/odata/Property');
    const query = decodeURIComponent(asked[0]?.search.slice(1) ?? '');
    expect(() => new Parser().query(query)).not.toThrow();
    expect(asked[0]?.searchParams.get('$filter')).toBe(
      `(ModificationTimestamp gt ${from.at} or (ModificationTimestamp eq ${from.at} and ListingKey gt '${from.key}'))`,
    );
  });
  it('tries again after errors and cut connections, longer each time, and as long as 429 says', async () => {
    answers = [
      { status: 503 },
      { status: 0 },
      { status: 429, headers: { 'retry-after': '7' } },
      { status: 200, body: '{"value":[{"a":1}]}' },
    ];
    expect(await source().after('Property', 'ListingKey', from)).toEqual([{ a: 1 }]);
    expect(pauses).toHaveLength(3);
    expect(pauses[2]).toBe(7000);
  });
  it('gives up in the end with a sentence, at once when there is no such resource', async () => {
    answers = Array.from({ length: 20 }, () => ({ status: 503 }));
    await expect(source().after('Property', 'ListingKey', from)).rejects.toThrow('it answered 503');
    answers = [{ status: 404 }];
    await expect(source().after('OpenHouse', 'OpenHouseKey', from)).rejects.toThrow(NoSuchResource);
  });
  it('follows @odata.nextLink to the end', async () => {
    const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    answers = [
      { status: 200, body: JSON.stringify({ value: [{ a: 1 }], '@odata.nextLink': `${base}/odata/Property?$skip=1` }) },
      { status: 200, body: JSON.stringify({ value: [{ a: 2 }] }) },
    ];
    const pages = [];
    for await (const page of source().all('Property')) pages.push(page);
    expect(pages).toEqual([[{ a: 1 }], [{ a: 2 }]]);
  });
});
