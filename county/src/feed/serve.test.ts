import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { OData } from '@odata/client';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { buildCounty } from '../county.js';
import { Market } from '../market.js';
import { NOW } from '../testing/figures.js';
import { propertyFields } from './metadata.js';
import { serveFeed } from './serve.js';

const market = new Market(buildCounty({ parcels: 2000, since: '2020-01-01' }));
market.advanceTo(NOW);
let server: Server;
beforeAll(async () => {
  server = serveFeed({ county: market.county, market, token: 'secret' });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

interface Page {
  readonly value: readonly Record<string, unknown>[];
  readonly '@odata.nextLink'?: string;
  readonly '@odata.count'?: number;
}

function url(path: string): string {
  return path.startsWith('http') ? path : `http://127.0.0.1:${(server.address() as AddressInfo).port}/${path}`;
}

function get(path: string, token = 'secret'): Promise<Response> {
  return fetch(url(path), { headers: { authorization: `Bearer ${token}` } });
}

async function page(path: string): Promise<Page> {
  const response = await get(path);
  expect(response.status).toBe(200);
  return (await response.json()) as Page;
}

async function setFaults(faults: object): Promise<void> {
  await fetch(url('faults'), { method: 'PUT', headers: { authorization: 'Bearer secret' }, body: JSON.stringify(faults) });
}

describe('the feed', () => {
  it('gives every listing once, page after page, in order of the last change', async () => {
    const rows: Record<string, unknown>[] = [];
    for (let next: string | undefined = 'odata/Property?$count=true'; next;) {
      const one: Page = await page(next);
      if (rows.length === 0) expect(one['@odata.count']).toBe(market.entries().length);
      rows.push(...one.value);
      next = one['@odata.nextLink'];
    }
    expect(rows.map(({ ListingKey }) => ListingKey)).toEqual(market.entries().map(({ key }) => key));
    const moments = rows.map(({ ModificationTimestamp }) => String(ModificationTimestamp));
    expect(moments).toEqual([...moments].sort());
  });
  it('filters, selects, orders and expands as asked', async () => {
    const since = '2026-03-01T00:00:00Z';
    const { value } = await page(
      `odata/Property?$filter=${encodeURIComponent(`ModificationTimestamp gt ${since} and StandardStatus in ('Active','Pending') and not (ListPrice gt 400000)`)}&$select=ListingKey,ListPrice,StandardStatus&$orderby=ListPrice desc&$top=25`,
    );
    expect(value.length).toBeGreaterThan(5);
    expect(value.length).toBeLessThanOrEqual(25);
    const prices = value.map(({ ListPrice }) => Number(ListPrice));
    expect(prices).toEqual([...prices].sort((a, b) => b - a));
    expect(Math.max(...prices)).toBeLessThanOrEqual(400_000);
    for (const row of value) {
      expect(Object.keys(row).sort()).toEqual(['ListPrice', 'ListingKey', 'StandardStatus']);
      expect(['Active', 'Pending']).toContain(row['StandardStatus']);
    }
    const [one] = (await page(`odata/Property?$filter=ListingKey eq '${String(value[0]?.['ListingKey'])}'&$expand=Media`)).value;
    const media = one?.['Media'] as readonly Record<string, unknown>[];
    expect(media.filter(({ MediaCategory }) => MediaCategory === 'Photo')).toHaveLength(Number(one?.['PhotosCount']));
    expect(media.filter(({ MediaCategory }) => MediaCategory === 'Document')).toHaveLength(Number(one?.['DocumentsCount']));
    for (const { MediaURL, MimeType } of media) {
      const file = await get(String(MediaURL).slice(1));
      expect([file.status, file.headers.get('content-type')]).toEqual([200, MimeType]);
    }
  });
  it.each(['Member', 'Office', 'OpenHouse', 'HistoryTransactional', 'Media'])('has %s', async (resource) => {
    const { value } = await page(`odata/${resource}?$top=3`);
    expect(value.length).toBeGreaterThan(0);
  });
  it('describes in $metadata what it gives, and nothing else', async () => {
    const xml = await (await get('odata/$metadata')).text();
    const declared = new Set([...xml.matchAll(/<Property Name="(\w+)"/g)].map(([, name]) => name));
    const types = {
      string: ['String', 'Date', 'DateTimeOffset'],
      number: ['Int64', 'Decimal'],
      boolean: ['Boolean'],
      object: ['Strings'],
    };
    for (const entry of market.entries().filter((_, i) => i % 40 === 0))
      for (const [field, value] of Object.entries(market.record(entry))) {
        expect(declared).toContain(field);
        const type = propertyFields().get(field);
        if (value !== null && type) expect(types[typeof value as keyof typeof types]).toContain(type);
        if (type === 'Int64' && value !== null) expect(Number.isInteger(value)).toBe(true);
      }
  });
  it('gives one entity by its key', async () => {
    const [first] = market.entries();
    const one = (await (await get(`odata/Property('${first?.key}')?$select=ListingKey,City`)).json()) as object;
    expect(Object.keys(one)).toEqual(['@odata.context', 'ListingKey', 'City']);
    expect((await get("odata/Property('none')")).status).toBe(404);
    expect((await get("odata/Property('it''s')")).status).toBe(404);
    expect((await get("odata/Member('MB1')")).status).toBe(200);
  });
  it('is read by an independent OData client (@odata/client)', async () => {
    const client = OData.New4({
      serviceEndpoint: url('odata/'),
      commonHeaders: { authorization: 'Bearer secret' },
      version: 'v4',
    });
    const listings = client.getEntitySet<Record<string, string | number>>('Property');
    const filter = client
      .newFilter<Record<string, string | number>>()
      .property('StandardStatus')
      .eq('Active')
      .property('ListPrice')
      .le(400_000);
    const fits = market
      .entries()
      .map((entry) => market.record(entry))
      .filter((record) => record['StandardStatus'] === 'Active' && Number(record['ListPrice']) <= 400_000);
    expect(fits.length).toBeGreaterThan(10);
    expect(await listings.count(filter)).toBe(fits.length);
    const options = client.newOptions<Record<string, string | number>>().filter(filter).orderby('ListPrice', 'desc').top(5);
    const read = await listings.query(options);
    const dearest = fits.map((record) => Number(record['ListPrice'])).sort((a, b) => b - a);
    expect(read.map(({ ListPrice }) => ListPrice)).toEqual(dearest.slice(0, 5));
    const [one] = read;
    expect(await listings.retrieve(String(one?.['ListingKey']))).toMatchObject(one ?? {});
  });
  it('wants its token, and says what it cannot read', async () => {
    expect((await get('odata/Property', 'guess')).status).toBe(401);
    expect((await get('odata/Nothing')).status).toBe(404);
    for (const options of ['$filter=ListPrice like 3', '$orderby=ListPrice up', '$top=many', '$search=x'])
      expect((await get(`odata/Property?${options}`)).status).toBe(400);
  });
  it('stumbles as it is told to: 429 with Retry-After, 503, cut connections, records twice and in any order', async () => {
    await setFaults({ throttled: 1 });
    const throttled = await get('odata/Property');
    expect([throttled.status, throttled.headers.get('retry-after')]).toEqual([429, '1']);
    await setFaults({ errors: 1 });
    expect((await get('odata/Property')).status).toBe(503);
    await setFaults({ cut: 1 });
    await expect(get('odata/Property').then((response) => response.text())).rejects.toThrow();
    await setFaults({ repeated: 1, shuffled: 1 });
    const keys = (await page('odata/Property?$top=200')).value.map(({ ListingKey }) => String(ListingKey));
    await setFaults({});
    const sound = (await page('odata/Property?$top=200')).value.map(({ ListingKey }) => String(ListingKey));
    expect(keys.length).toBeGreaterThan(200);
    expect([...new Set(keys)].sort()).toEqual([...sound].sort());
    expect([...new Set(keys)]).not.toEqual(sound);
  });
});
