import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type {
  CountAnswer,
  ErrorBody,
  FeedState,
  FieldCoverage,
  FileReport,
  ListingMedia,
  ListingAnswer,
  ListingsAnswer,
  RecordAnswer,
} from '@perambula/contract';
import { readListingFile } from '@perambula/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { Browser, TestStack } from '../testing/stack.js';

// 211 house sales, converted as the fixture's README says
const baltimore = readFileSync(new URL('../../../core/src/formats/fixtures/baltimore.csv', import.meta.url), 'utf8');
const HOMES = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };

let stack: TestStack;
let juno: Browser;
beforeAll(async () => {
  // another feed is played on this machine
  process.env['FEED_INTERNAL_HOSTS'] = '127.0.0.1';
  stack = await startTestStack();
  juno = stack.juno;
});
afterAll(() => {
  delete process.env['FEED_INTERNAL_HOSTS'];
  return stack.end();
});

async function sendFile<T = FileReport>(text: string): Promise<{ status: number; body: T }> {
  return juno.ask<T>('POST', '/api/feed/files', text, { 'content-type': 'text/csv' });
}

// the engine follows what was read, a moment later
const FOLLOWED = { timeout: 20_000, interval: 300 } as const;

async function fitOf(search: object): Promise<number> {
  return (await juno.good<CountAnswer>('POST', '/api/searches/count', { search })).fit;
}

describe('the feed', () => {
  it('tells how far it was read, what it brought, and how well fields are filled', async () => {
    const state = await juno.good<FeedState>('GET', '/api/feed');
    expect(state.hasReadAll).toBe(true);
    expect(state.failure).toBeNull();
    const kinds = ['Residential', 'Residential Lease', 'Residential Income', 'Land', 'Farm', 'Commercial Sale'];
    await expect.poll(() => fitOf({ ...HOMES, kinds }), FOLLOWED).toBe(state.listings.onMarket);
    expect(state.listings.fromFeed).toBeGreaterThan(state.listings.onMarket);
    const coverage = await juno.good<FieldCoverage[]>('GET', '/api/feed/coverage');
    const filled = new Map(coverage.map(({ field, filled: share }) => [field, share]));
    expect(filled.get('ListPrice')).toBe(1);
    // drawn blank in about a third
    expect(filled.get('MainLevelBedrooms')).toBeLessThan(0.8);
    expect(filled.get('MainLevelBedrooms')).toBeGreaterThan(0.5);
  });
  it('sets aside what cannot be read, goes on with the rest, and takes it in once it can be read', async () => {
    const { url, token } = stack.run.feed;
    const setFaults = (faults: object): Promise<unknown> =>
      fetch(`${url}/faults`, { method: 'PUT', headers: { authorization: `Bearer ${token}` }, body: JSON.stringify(faults) });
    const before = await juno.good<FeedState>('GET', '/api/feed');
    await setFaults({ unreadable: 0.5 });
    await juno.good('POST', '/api/demo/clock', { advance: 'P2D' });
    const during = await juno.good<FeedState>('GET', '/api/feed');
    expect(during.failure).toBeNull();
    expect(during.changes).toBeGreaterThan(before.changes);
    expect(during.rejects.length).toBeGreaterThan(0);
    for (const { listingKey, reason } of during.rejects) {
      expect(listingKey).toMatch(/^OST\d{7}$/);
      expect(reason).toMatch(/^StandardStatus is "\?\?\?", none of Coming Soon, Active, /);
    }
    await setFaults({});
    await juno.good('POST', '/api/demo/clock', { advance: 'P7D' });
    const after = await juno.good<FeedState>('GET', '/api/feed');
    expect(after.rejects.length).toBeLessThan(during.rejects.length);
  });
  it('is told to agents only', async () => {
    expect((await stack.browser().ask('GET', '/api/feed')).status).toBe(401);
    expect((await stack.browser().ask('POST', '/api/feed/files', 'x', { 'content-type': 'text/csv' })).status).toBe(401);
  });
});

describe('another feed', () => {
  // a feed of one home and one land, with a picture of its own, and nothing but Property and Media
  const LISTINGS = ['OTHER1', 'OTHER2'].map((ListingKey, i) => ({
    ListingKey,
    PropertyType: i === 0 ? 'Residential' : 'Land',
    StandardStatus: 'Active',
    ListPrice: 250_000,
    City: 'Quillon Beach',
    PhotosCount: 1,
    BuyerAgencyCompensation: '3',
    ModificationTimestamp: `2026-04-0${i + 1}T12:00:00.000Z`,
  }));
  const asked: string[] = [];
  const other = createServer((request, response) => {
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://other');
    asked.push(decodeURIComponent(`${pathname}?${searchParams.get('$filter') ?? ''}`));
    if (pathname === '/pictures/1.png') {
      response.writeHead(200, { 'content-type': 'image/png' });
      return void response.end('a picture');
    }
    const after = /gt (\S+) or/.exec(searchParams.get('$filter') ?? '')?.[1] ?? '';
    const value =
      pathname === '/reso/Property'
        ? LISTINGS.filter(({ ModificationTimestamp }) => ModificationTimestamp > after)
        : pathname === '/reso/Media'
          ? [{ MediaCategory: 'Photo', ShortDescription: 'Front', MediaURL: '/pictures/1.png', Order: 0 }]
          : null;
    const known = request.headers.authorization === 'Bearer other';
    response.writeHead(known ? (value ? 200 : 404) : 401, { 'content-type': 'application/json' });
    response.end(JSON.stringify(known ? { value: value ?? [] } : {}));
  });
  let root = '';
  beforeAll(async () => {
    await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
    root = `http://127.0.0.1:${(other.address() as AddressInfo).port}/reso`;
  });
  afterAll(() => other.close());
  const choose = (address: string, token: string): Promise<{ status: number; body: ErrorBody }> =>
    juno.ask('PUT', '/api/feed/source', { address, token });
  const until = async (is: (state: FeedState) => boolean): Promise<FeedState> => {
    for (let tries = 0; tries < 200; tries++) {
      const state = await juno.good<FeedState>('GET', '/api/feed');
      if (is(state)) return state;
      await new Promise((resolve) => setTimeout(resolve, 300));
    }
    throw new Error('The feed never came to that.');
  };

  it('is not read when it does not answer as one, and the old one stays', async () => {
    const before = await juno.good<FeedState>('GET', '/api/feed');
    expect(await choose('a feed', 'other')).toMatchObject({ status: 422, body: { code: 'request.invalid' } });
    for (const [address, token, says] of [
      [root, 'wrong', 'it answered 401'],
      [`${root}/none`, 'other', 'it has no listings there'],
      ['http://127.0.0.1:1/odata', 'other', 'it cannot be reached'],
      [stack.run.web, 'other', 'it does not answer with JSON'],
    ] as const) {
      const { status, body } = await choose(address, token);
      expect([status, body.code]).toEqual([422, 'feed.unreadable']);
      expect(body.message).toContain(says);
    }
    expect(await juno.good<FeedState>('GET', '/api/feed')).toMatchObject({ address: before.address, chosen: false });
  });
  it('is read from its beginning; what the old one has stays until an administrator agrees, and no alert misses anything', async () => {
    const before = await juno.good<FeedState>('GET', '/api/feed');
    expect((await choose(`${root}/`, 'other')).status).toBe(200);
    const read = await until(({ hasReadAll, missing, failure }) => hasReadAll && missing !== null && failure !== null);
    expect(read).toMatchObject({ address: root, chosen: true });
    expect(read.missing).toMatchObject({ listings: before.listings.fromFeed, of: before.listings.fromFeed + 2 });
    expect(read.failure).toMatch(/^The feed no longer has [\d,]+ of [\d,]+ listings\. They are kept until/);
    expect(read.listings.fromFeed).toBe(before.listings.fromFeed + 2);
    expect(JSON.stringify(await juno.good('GET', '/api/listings/OTHER1'))).not.toContain('Compensation');
    expect(await juno.good('GET', '/api/listings/OTHER1/media')).toEqual({ pictures: ['Front'], documents: [] });
    expect((await juno.ask<string>('GET', '/media/OTHER1/0.svg')).body).toBe('a picture');
    expect((await juno.ask('GET', '/media/OTHER1/5.svg')).status).toBe(404);
    expect(asked.some((each) => each.startsWith('/reso/Property?(ModificationTimestamp gt'))).toBe(true);

    // taken back without a word: the old one goes on from where it was, and what happened meanwhile is news
    const database = await stack.connect();
    const newest = async (): Promise<number> => {
      const [rows] = await database.query('SELECT MAX(sequence) AS n FROM listing_events');
      return Number((rows as { n: string }[])[0]?.n);
    };
    const told = await newest();
    await juno.good('POST', '/api/demo/clock', { advance: 'P2D' });
    expect(await newest()).toBe(told);
    await juno.good('DELETE', '/api/feed/source');
    // the other feed's failure is told until a round of the old one has ended
    const back = await until(({ chosen, missing, failure, listings }) => !chosen && !missing && !failure && listings.removed > 1);
    expect(back.listings.fromFeed).toBeGreaterThan(before.listings.fromFeed - 50);
    await expect.poll(newest, FOLLOWED).toBeGreaterThan(told + 10);
    await database.end();
  });
  it('stands alone once that is agreed, by an administrator and to the figure they saw', async () => {
    expect((await choose(root, 'other')).status).toBe(200);
    const { missing } = await until((state) => state.hasReadAll && state.missing !== null);
    const agree = (browser: Browser, listings: number): Promise<{ status: number; body: ErrorBody }> =>
      browser.ask('POST', '/api/feed/missing/agreement', { listings });
    expect((await agree(stack.silas, missing?.listings ?? 0)).status).toBe(403);
    expect(await agree(juno, 7)).toMatchObject({ status: 409, body: { code: 'feed.changed' } });
    expect((await agree(juno, missing?.listings ?? 0)).status).toBe(200);
    const alone = await until(({ listings, failure }) => listings.fromFeed === 2 && failure === null);
    expect(alone.missing).toBeNull();
    await expect.poll(() => fitOf(HOMES), FOLLOWED).toBe(1);
  });
  it('gives way to the one that came with the server, whose listings are there again', async () => {
    await juno.good('DELETE', '/api/feed/source');
    const state = await until(({ chosen, listings, failure }) => !chosen && listings.fromFeed > 1000 && failure === null);
    expect(state.missing).toBeNull();
    expect((await juno.ask('GET', '/api/listings/OTHER1')).status).toBe(200);
    await expect
      .poll(() => fitOf({ ...HOMES, lines: [{ id: 'a', field: 'City', is: { anyOf: ['Quillon Beach'] } }] }), FOLLOWED)
      .toBeGreaterThan(1);
  });
});

describe('a file of listings', () => {
  it('loads through the same door, once, and is searched with the counts that R gives', async () => {
    const first = await sendFile(baltimore);
    expect(first.body).toMatchObject({ read: 211, added: 211, changed: 0, same: 0, refused: [] });
    expect(first.body.fields.filter(({ field }) => field === null)).toEqual([]);
    expect((await sendFile(baltimore)).body).toMatchObject({ read: 211, added: 0, changed: 0, same: 211 });
    const sold = {
      ...HOMES,
      reach: 'all',
      lines: [{ id: 'a', field: 'City', is: { anyOf: ['Baltimore', 'Baltimore County'] } }],
    };
    const also = (field: string, is: object): object => ({ ...sold, lines: [...sold.lines, { id: 'b', field, is }] });
    await expect.poll(() => fitOf(sold), FOLLOWED).toBe(211);
    // table(baltimore$NBATH): 83 have one, 63 one and a half
    await expect.poll(() => fitOf(also('Baths', { atLeast: 1.5 })), FOLLOWED).toBe(128);
    await expect.poll(() => fitOf(also('BathroomsFull', { atLeast: 2 })), FOLLOWED).toBe(65);
    // table(baltimore$DWELL)
    await expect.poll(() => fitOf(also('PropertySubType', { anyOf: ['Single Family Residence'] })), FOLLOWED).toBe(113);
    // sum(baltimore$GAR >= 1)
    await expect.poll(() => fitOf(also('GarageSpaces', { atLeast: 1 })), FOLLOWED).toBe(36);
  });
  it('tells what it refuses and why, takes the rest, and keeps off the feed’s own listings', async () => {
    const [own] = (await juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search: HOMES, set: 'fit', limit: 1 }))
      .rows;
    const { status, body } = await sendFile(
      [
        'ListingKey,PropertyType,StandardStatus,ListPrice,City',
        'MINE1,Residential,Active,450000,Wrenfield',
        'MINE2,Residential,Sold,450000,Wrenfield',
        'MINE3,Residential,Active,plenty,Wrenfield',
        `${own?.ListingKey},Residential,Active,1,Wrenfield`,
      ].join('\n'),
    );
    expect(status).toBe(200);
    expect(body).toMatchObject({ read: 4, added: 1 });
    expect(body.refused).toEqual([
      { at: 3, listingKey: 'MINE2', reason: expect.stringMatching(/^StandardStatus is "Sold", none of /) as string },
      { at: 4, listingKey: 'MINE3', reason: 'ListPrice is “plenty”, not a number' },
      { at: 5, listingKey: own?.ListingKey, reason: 'it is one of the feed’s own listings' },
    ]);
    const changed = await sendFile(
      'ListingKey,PropertyType,StandardStatus,ListPrice,City\nMINE1,Residential,Active,440000,Wrenfield',
    );
    expect(changed.body).toMatchObject({ added: 0, changed: 1 });
    const { history } = await juno.good<ListingAnswer>('GET', '/api/listings/MINE1');
    expect(history.lives[0]?.moments).toContainEqual(expect.objectContaining({ kind: 'price', from: 450_000, price: 440_000 }));
  });
  it('that cannot be read at all is answered with a sentence', async () => {
    expect(await sendFile('name\nx')).toMatchObject({ status: 422, body: { code: 'file.unreadable' } });
    // a parser would make gigabytes of these
    for (const odd of [','.repeat(19e6), '"'.repeat(19e6), `[${'{},'.repeat(6e6)}{}]`, '['.repeat(19e6)])
      expect(await sendFile(odd)).toMatchObject({ status: 422, body: { code: 'file.unreadable' } });
    expect(await juno.ask('POST', '/api/feed/files', {})).toMatchObject({ status: 415, body: { code: 'request.media' } });
    expect((await sendFile(`ListingKey\n${'x'.repeat(21e6)}`)).status).toBe(413);
  });
  it('goes out as it came in', async () => {
    const search = { ...HOMES, lines: [{ id: 'a', field: 'City', is: { anyOf: ['Wrenfield'] } }] };
    const file = (): Promise<string> => juno.good('POST', '/api/searches/file', { search, set: 'fit', type: 'csv' });
    await expect.poll(file, FOLLOWED).toContain('MINE1');
    const csv = await file();
    const { total } = await juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search, set: 'fit', limit: 1 });
    const { listings, refused } = readListingFile(csv);
    expect(refused).toEqual([]);
    expect(listings).toHaveLength(total);
    for (const { record } of listings) expect(record['City']).toBe('Wrenfield');
    expect(csv).not.toContain('LockBox');
  });
});

describe('what comes with a listing', () => {
  it('is its pictures’ captions, its documents, and its parcel in the public record', async () => {
    const { rows } = await juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search: HOMES, set: 'fit', limit: 120 });
    let differing = 0;
    const fed = rows.filter(({ ListingKey }) => ListingKey.startsWith('OST'));
    for (const { ListingKey, PhotosCount } of fed.slice(0, 60)) {
      const media = await juno.good<ListingMedia>('GET', `/api/listings/${ListingKey}/media`);
      expect(media.pictures).toHaveLength(Number(PhotosCount));
      expect(media.documents[0]).toEqual({ title: 'Seller’s disclosure', file: 'disclosure.pdf' });
      const { record, differences } = await juno.good<RecordAnswer>('GET', `/api/listings/${ListingKey}/record`);
      expect(record?.taxes.length).toBeGreaterThan(0);
      if (differences.some(({ field }) => field === 'LivingArea')) differing++;
    }
    expect(differing).toBeGreaterThan(2);
    expect(differing).toBeLessThan(30);
    const pdf = await juno.ask<string>('GET', `/api/listings/${fed[0]?.ListingKey}/documents/disclosure.pdf`);
    expect(pdf.headers.get('content-type')).toBe('application/pdf');
    expect(pdf.body.startsWith('%PDF-')).toBe(true);
    expect((await juno.ask('GET', `/api/listings/${fed[0]?.ListingKey}/documents/..%2Fx.pdf`)).status).toBe(404);
  });
});
