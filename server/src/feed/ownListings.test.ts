import type {
  ClientFile,
  CountAnswer,
  FileReport,
  KeysAnswer,
  ListingsAnswer,
  OwnListings,
  Portal,
  PortalCard,
  Shortlist,
} from '@perambula/contract';
import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { Browser, TestStack } from '../testing/stack.js';

/** Silas's own file: two homes that no feed has, and one that goes by a key of Juno's file, too. */
const CITY = 'Lowmeadow';
const FILE = [
  'ListingKey,PropertyType,StandardStatus,ListPrice,UnparsedAddress,City,ListOfficeName,Latitude,Longitude',
  `A1,Residential,Active,412000,"3 Whisper Close, ${CITY}",${CITY},Fernbank Homes,40.6,-66.0`,
  `A2,Residential,Active,389000,"5 Whisper Close, ${CITY}",${CITY},Fernbank Homes,40.601,-66.0`,
  `A3,Residential,Sold or so,389000,"7 Whisper Close, ${CITY}",${CITY},Fernbank Homes,40.601,-66.0`,
].join('\n');
const SEARCH = {
  version: 1,
  kinds: ['Residential'],
  lines: [{ id: 'a', field: 'City', is: { anyOf: [CITY] } }],
  bounds: [],
  order: [],
};
const SOON = { timeout: 30_000, interval: 200 } as const;

let stack: TestStack;
let silas: Browser;
let key: string;
beforeAll(async () => {
  stack = await startTestStack();
  silas = stack.silas;
});
afterAll(() => stack.end());

const read = async (agent: Browser, text: string): Promise<FileReport> =>
  (await agent.ask<FileReport>('POST', '/api/feed/files/own', text, { 'content-type': 'text/csv' })).body;
const fit = async (agent: Browser): Promise<number> =>
  (await agent.good<CountAnswer>('POST', '/api/searches/count', { search: SEARCH })).fit;

describe('a file of an agent’s own', () => {
  it('is read by an agent who is no administrator, and tells what it did line by line', async () => {
    const report = await read(silas, FILE);
    expect(report).toMatchObject({ read: 3, added: 2, changed: 0, same: 0 });
    expect(report.refused).toEqual([expect.objectContaining({ at: 4, listingKey: 'A3' })]);
    expect(await silas.good<OwnListings>('GET', '/api/feed/files/own')).toMatchObject({ listings: 2 });
    expect(await read(silas, FILE)).toMatchObject({ added: 0, same: 2 });
  });

  it('is in every answer to a search of that agent', async () => {
    await expect.poll(() => fit(silas), SOON).toBe(2);
    const { rows } = await silas.good<ListingsAnswer>('POST', '/api/searches/listings', {
      search: SEARCH,
      set: 'fit',
      offset: 0,
      limit: 10,
    });
    expect(rows.map(({ UnparsedAddress: address }) => address).sort()).toEqual([
      `3 Whisper Close, ${CITY}`,
      `5 Whisper Close, ${CITY}`,
    ]);
    key = String(rows[0]?.ListingKey);
    const { keys } = await silas.good<KeysAnswer>('POST', '/api/searches/keys', { search: SEARCH, set: 'fit' });
    expect(keys).toContain(key);
    const file = await silas.ask<string>('POST', '/api/searches/file', { search: SEARCH, set: 'fit', type: 'csv' });
    expect(file.body).toContain('Whisper Close');
    for (const path of ['', '/media', '/record'])
      expect((await silas.ask('GET', `/api/listings/${key}${path}`)).status).toBe(200);
  });

  it('is in no answer to anybody else, asked by search or by key', async () => {
    const { juno } = stack;
    const asks = [
      juno.ask<unknown>('POST', '/api/searches/count', { search: SEARCH }),
      juno.ask<unknown>('POST', '/api/searches/listings', { search: SEARCH, set: 'fit', offset: 0, limit: 10 }),
      juno.ask<unknown>('POST', '/api/searches/keys', { search: SEARCH, set: 'fit' }),
      juno.ask<unknown>('POST', '/api/searches/marks', { search: SEARCH, set: 'fit' }),
      juno.ask<unknown>('POST', '/api/searches/rows', { search: SEARCH, set: 'fit', keys: [key] }),
      juno.ask<unknown>('POST', '/api/searches/compare', { a: SEARCH, b: SEARCH, part: 'both', offset: 0, limit: 10 }),
      juno.ask<unknown>('POST', '/api/searches/file', { search: SEARCH, set: 'fit', type: 'json' }),
      juno.ask<unknown>('GET', '/api/searches/choices'),
      juno.ask<unknown>('GET', `/api/listings/${key}`),
      juno.ask<unknown>('GET', `/api/listings/${key}/record`),
      juno.ask<unknown>('POST', '/api/comps', { search: SEARCH }),
      juno.ask<unknown>('POST', '/api/comps/file', { keys: [key], title: 'Comps', type: 'pdf' }),
    ];
    for (const { body } of await Promise.all(asks)) expect(JSON.stringify(body)).not.toMatch(/Whisper|Lowmeadow|Fernbank/);
    expect(await fit(juno)).toBe(0);
    expect((await juno.ask('GET', `/api/listings/${key}`)).status).toBe(404);
    for (const browser of [stack.browser(), juno, silas])
      expect((await browser.ask('GET', `/media/${key}/0.svg`)).status).toBe(404);
  });

  it('is told to no client: neither by an alert, nor a shortlist, a visit or a portal, nor in comps to hand over', async () => {
    const comps = { keys: [key], title: 'Comps' };
    expect((await silas.ask('POST', '/api/comps/file', { ...comps, type: 'xlsx' })).status).toBe(200);
    expect((await silas.ask('POST', '/api/comps/file', { ...comps, type: 'pdf' })).status).toBe(409);
    const clients = await silas.good<{ id: string }[]>('GET', '/api/clients');
    const client = await silas.good<ClientFile>('GET', `/api/clients/${clients[0]?.id}`);
    const { id } = await silas.good<{ id: string }>('POST', '/api/searches', {
      name: 'In Lowmeadow',
      clientId: client.id,
      document: SEARCH,
    });
    const alert = { cadence: 'atOnce', tell: ['new'], held: false, subject: '', greeting: '' };
    await silas.good('PUT', `/api/searches/${id}/alert`, alert);
    // changed, and one more: news, were it anybody's; and one that is everybody's
    await read(silas, FILE.replace('412000', '399000').replace('Sold or so', 'Active'));
    const forAll = FILE.replaceAll('Whisper Close', 'Open Way').replaceAll('\nA', '\nALL-');
    await stack.juno.ask('POST', '/api/feed/files', forAll, { 'content-type': 'text/csv' });
    await expect.poll(() => fit(silas), SOON).toBe(5);
    await stack.juno.good('POST', '/api/demo/clock', { advance: 'PT1H' });
    const address = client.people.find(({ confirmedAt }) => confirmedAt)?.email ?? '';
    const letterOf = async (): Promise<string> => {
      const letter = (await stack.mailbox()).find(({ to, subject }) => to.includes(address) && subject.includes('Lowmeadow'));
      return letter ? ((await simpleParser(await stack.raw(letter.id))).text ?? '') : '';
    };
    await expect.poll(letterOf, SOON).toContain('3 Open Way');
    const letter = await letterOf();
    expect(letter).not.toContain('Whisper');
    const database = await stack.connect();
    const [told] = await database.query('SELECT * FROM alert_items WHERE listingKey LIKE ?', ['own-%']);
    await database.end();
    expect(told).toEqual([]);
    for (const [path, body] of [
      ['/api/shortlists', { clientId: client.id, name: 'Saturday', listingKeys: [key] }],
      ['/api/showings', { clientId: client.id, listingKey: key, wish: '' }],
    ] as const)
      expect((await silas.ask('POST', path, body)).body).toMatchObject({ code: 'listing.own' });
    // on a shortlist of the agent's own it may be; that is given to no client then
    const own = { clientId: null, name: 'To watch', listingKeys: [key] };
    const watched = await silas.good<Shortlist>('POST', '/api/shortlists', own);
    expect(watched.items).toMatchObject([{ listing: { City: CITY } }]);
    const given = await silas.ask('PATCH', `/api/shortlists/${watched.id}`, { clientId: client.id });
    expect(given.body).toMatchObject({ code: 'listing.own' });
    const person = stack.browser();
    await person.good('POST', '/api/portal/session', { token: /\/p\/([\w-]+)/.exec(letter)?.[1] });
    const portal = await person.good<Portal>('GET', '/api/portal');
    const keys = [...portal.homes.map(({ listingKey }) => listingKey), key];
    const cards = await person.good<PortalCard[]>('GET', `/api/portal/homes?keys=${keys.join(',')}`);
    const shown = JSON.stringify([portal, cards]);
    expect(shown).toContain('3 Open Way');
    expect(shown).not.toContain('Whisper');
    expect((await person.ask('GET', `/api/portal/homes/${key}`)).status).toBe(404);
  });

  it('does not touch that of another, whose homes go by the same keys, and is gone when it is taken out', async () => {
    const { juno } = stack;
    await read(juno, FILE.replaceAll('Whisper', 'Murmur'));
    await expect.poll(() => fit(juno), SOON).toBe(4);
    await silas.good('DELETE', '/api/feed/files/own');
    await expect.poll(() => fit(silas), SOON).toBe(2);
    expect(await fit(juno)).toBe(4);
    expect((await silas.ask('GET', `/api/listings/${key}`)).status).toBe(404);
    const database = await stack.connect();
    const [rows] = await database.query("SELECT 1 FROM own_listings WHERE data LIKE '%Whisper%'");
    await database.end();
    expect(rows).toEqual([]);
  });

  it('is still the same agent’s alone after the server began again from what it had written', async () => {
    stack.server.kill();
    await stack.healthy();
    expect(await fit(stack.juno)).toBe(4);
    expect(await fit(silas)).toBe(2);
  });

  it('ends at a number that all can be held, with the reason', async () => {
    const [head, one] = FILE.split('\n');
    const many = Array.from({ length: 5_010 }, (_, i) => one?.replace('A1', `B${i}`));
    const report = await read(silas, [head, ...many].join('\n'));
    expect(report).toMatchObject({ read: 5010, added: 5000 });
    expect(report.refused).toHaveLength(10);
    expect(report.refused[0]?.reason).toContain('5000');
  });
});
