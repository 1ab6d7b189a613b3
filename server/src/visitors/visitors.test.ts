import { simpleParser } from 'mailparser';
import type { ClientFile, ClientSummary, OwnPage, Portal, Today, VisitorHomes, VisitorPage } from '@perambula/contract';
import type { Connection } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DataSource } from 'typeorm';
import type { WholeFiles } from '../clientFiles/index.js';
import type { Clock } from '../clock/index.js';
import { startTestStack } from '../testing/stack.js';
import type { Browser, TestStack } from '../testing/stack.js';
import { UnconfirmedVisitors } from './unconfirmed.js';

const PAGE = '/api/visitors/juno-albright';

let stack: TestStack;
let database: Connection;
let visitor: Browser;
beforeAll(async () => {
  stack = await startTestStack();
  database = await stack.connect();
  visitor = stack.browser();
});
afterAll(async () => {
  await database.end();
  await stack.end();
});

const search = (...lines: readonly object[]) => ({ version: 1, kinds: ['Residential'], lines, bounds: [], order: [] });
const HOUSES = search(
  { id: 'price', field: 'ListPrice', is: { atMost: 600_000 } },
  { id: 'beds', field: 'BedroomsTotal', is: { atLeast: 3 } },
);
/** Counts those of `HOUSES` that anybody may be shown. */
const SHOWN_TO_ALL = `SELECT COUNT(*) AS n FROM listings WHERE removed = 0 AND standardStatus IN ('Active', 'Coming Soon')
  AND JSON_VALUE(data, '$.PropertyType') = 'Residential' AND JSON_VALUE(data, '$.ListPrice') <= 600000
  AND JSON_VALUE(data, '$.BedroomsTotal') >= 3 AND JSON_VALUE(data, '$.ListOfficeName') <> ''
  AND COALESCE(CONCAT('', JSON_EXTRACT(data, '$.InternetEntireListingDisplayYN')), 'true') = 'true'`;
const homesOf = (document: object, offset = 0): Promise<VisitorHomes> =>
  visitor.good<VisitorHomes>('POST', `${PAGE}/homes`, { search: document, offset });
const ask = (email: string, name = 'Tove Marsh') =>
  visitor.ask('POST', `${PAGE}/requests`, { name, email, search: HOUSES, cadence: 'weekly' });
const fileOf = async (name: string): Promise<ClientFile | undefined> => {
  const clients = await stack.juno.good<ClientSummary[]>('GET', '/api/clients');
  const client = clients.find((each) => each.name === name);
  return client && stack.juno.good<ClientFile>('GET', `/api/clients/${client.id}`);
};
/** What a message to an address leads to, the newest of those that have such a link. */
const linkTo = async (address: string, kind: 'confirm' | 'p'): Promise<string | null> => {
  for (const { id, to } of await stack.mailbox()) {
    if (!to.includes(address)) continue;
    const { text = '' } = await simpleParser(await stack.raw(id));
    const [, token] = new RegExp(`/${kind}/([\\w-]+)`).exec(text) ?? [];
    if (token) return token;
  }
  return null;
};

describe('an agent’s page', () => {
  it('is open to anybody by its address, and says whose it is', async () => {
    const page = await visitor.good<VisitorPage>('GET', PAGE);
    expect(page.agent).toMatchObject({ name: 'Juno Albright', licenseNumber: '00-417' });
    expect(page.towns).toContain('Port Ostrey');
    expect((await visitor.ask('GET', '/api/visitors/nobody')).status).toBe(404);
  });

  it('is closed and opened by its agent alone, and closed answers nobody', async () => {
    expect((await visitor.ask('PUT', '/api/visitors', { isOpen: true })).status).toBe(401);
    const { silas } = stack;
    expect(await silas.good<OwnPage>('GET', '/api/visitors')).toEqual({ address: null });
    const opened = await silas.good<OwnPage>('PUT', '/api/visitors', { isOpen: true });
    expect(opened.address).toMatch(/\/with\/silas-marchetti-boone$/);
    expect((await visitor.ask('GET', '/api/visitors/silas-marchetti-boone')).status).toBe(200);
    await silas.good('PUT', '/api/visitors', { isOpen: false });
    expect((await visitor.ask('GET', '/api/visitors/silas-marchetti-boone')).status).toBe(404);
    expect((await visitor.ask('POST', '/api/visitors/silas-marchetti-boone/homes', { search: HOUSES })).status).toBe(404);
  });

  it('counts just the homes that anybody may be shown, and shows them in pages without what is not for the public', async () => {
    const { fit, cards } = await homesOf(HOUSES);
    expect(cards.length).toBe(Math.min(12, fit));
    const [expected] = (await database.query(SHOWN_TO_ALL)) as unknown as [[{ n: string }]];
    expect(fit).toBe(Number(expected[0].n));
    const next = await homesOf(HOUSES, cards.length);
    const keys = [...cards, ...next.cards].map(({ listing }) => listing.ListingKey);
    expect(new Set(keys).size).toBe(keys.length);
    const told = JSON.stringify([...cards, ...next.cards]);
    for (const word of ['PrivateRemarks', 'ShowingInstructions', 'OccupantType', 'OwnerName']) expect(told).not.toContain(word);
  });

  it('finds by an area only homes that show where they stand', async () => {
    const everywhere = {
      id: 'drawn1',
      mode: 'in',
      shape: {
        type: 'Polygon',
        coordinates: [
          [
            [-67, 40],
            [-65, 40],
            [-65, 41.5],
            [-67, 41.5],
            [-67, 40],
          ],
        ],
      },
    };
    const { fit } = await homesOf({ ...HOUSES, bounds: [everywhere] });
    const [[expected]] = (await database.query(`${SHOWN_TO_ALL} AND JSON_VALUE(data, '$.Latitude') IS NOT NULL
         AND COALESCE(CONCAT('', JSON_EXTRACT(data, '$.InternetAddressDisplayYN')), 'true') = 'true'`)) as unknown as [
      [{ n: string }],
    ];
    expect(fit).toBe(Number(expected.n));
    expect(fit).toBeLessThan((await homesOf(HOUSES)).fit);
    const four = [1, 2, 3, 4].map((n) => ({ ...everywhere, id: `drawn${n}` }));
    expect((await visitor.ask('POST', `${PAGE}/homes`, { search: { ...HOUSES, bounds: four } })).status).toBe(422);
  });

  it('searches by plain facts of homes only', async () => {
    const asks = async (document: object) => (await visitor.ask('POST', `${PAGE}/homes`, { search: document })).status;
    expect(await asks(search({ id: 'a', field: 'ListAgentFullName', is: { contains: 'a' } }))).toBe(422);
    expect(await asks(search({ id: 'a', field: 'PrivateRemarks', is: { words: { anyOf: ['lockbox'] } } }))).toBe(422);
    expect(await asks({ ...search(), kinds: ['Castle'] })).toBe(422);
    // what was sold is not to be had by asking for it
    const sold = await homesOf(search({ id: 's', field: 'Status', is: { anyOf: ['Closed'] } }));
    expect(sold.cards.every(({ listing }) => ['Active', 'Coming Soon'].includes(String(listing['StandardStatus'])))).toBe(true);
  });

  it('makes a lead with a search, sends one question, and no home before it is answered', async () => {
    expect((await ask('tove@marsh.example')).status).toBe(200);
    const file = await fileOf('Tove Marsh');
    expect(file?.savedSearches).toMatchObject([{ name: 'Their own wishes', alert: { state: 'running', cadence: 'weekly' } }]);
    await stack.juno.good('POST', '/api/demo/clock', { advance: 'P9D' });
    const sent = (await stack.mailbox()).filter(({ to }) => to.includes('tove@marsh.example'));
    expect(sent.map(({ subject }) => subject)).toEqual(['Homes from Juno Albright: is this your address?']);
    const worth = async () => (await stack.juno.good<Today>('GET', '/api/today')).worthAWord.map(({ client }) => client);
    expect(await worth()).not.toContain('Tove Marsh');

    // the button, and nine days late the first message all the same, as soon as mail may go
    await visitor.good('POST', '/api/confirm', { token: await linkTo('tove@marsh.example', 'confirm') });
    await stack.juno.good('POST', '/api/demo/clock', { advance: 'PT14H' });
    const reader = stack.browser();
    await reader.good('POST', '/api/portal/session', { token: await linkTo('tove@marsh.example', 'p') });
    const { homes, agent } = await reader.good<Portal>('GET', '/api/portal');
    expect(homes.length).toBeGreaterThan(0);
    expect(agent.name).toBe('Juno Albright');
  });

  it('tells the agent of whoever came and confirmed', async () => {
    await ask('idris@quell.example', 'Idris Quell');
    await stack.mailbox();
    for (let tries = 0; tries < 100 && !(await linkTo('idris@quell.example', 'confirm')); tries++)
      await stack.juno.good('POST', '/api/demo/clock', { advance: 'PT5M' });
    await visitor.good('POST', '/api/confirm', { token: await linkTo('idris@quell.example', 'confirm') });
    const { worthAWord } = await stack.juno.good<Today>('GET', '/api/today');
    expect(worthAWord.find(({ client }) => client === 'Idris Quell')).toMatchObject({ kind: 'cameByPage', days: 0 });
  });

  it('tells nobody whether an address is known, writes nothing to whoever stopped, and leaves word in the file', async () => {
    const { id, people } = await stack.juno.fileOf('Bashir');
    const [person] = people;
    await database.query('UPDATE people SET stoppedAt = NOW(3) WHERE id = ?', [person?.id]);
    const before = (await stack.mailbox()).length;
    const clients = (await stack.juno.good<ClientSummary[]>('GET', '/api/clients')).length;
    const answer = await ask(person?.email.toUpperCase() ?? '', 'Somebody');
    expect([answer.status, answer.body]).toEqual([200, {}]);
    await stack.juno.good('POST', '/api/demo/clock', { advance: 'PT1H' });
    const to = (await stack.mailbox()).slice(0, (await stack.mailbox()).length - before).map((each) => each.to);
    expect(to.flat()).not.toContain(person?.email);
    expect((await stack.juno.good<ClientSummary[]>('GET', '/api/clients')).length).toBe(clients);
    const { happenings } = await stack.juno.good<{ happenings: { text: string }[] }>(
      'GET',
      `/api/clients/${id}/timeline?kinds=person`,
    );
    expect(happenings.some(({ text }) => text.includes('on your page'))).toBe(true);
  });

  it('takes so many unknown people a day, and refuses what is no address', async () => {
    expect((await ask('nonsense')).status).toBe(422);
    await database.query(
      `INSERT INTO clients (id, agentId, name, notes, createdAt, cameBy)
         SELECT UUID(), c.agentId, CONCAT('Flood ', seq), '', c.createdAt, 'page' FROM seq_1_to_30, clients c WHERE c.name = 'Idris Quell'`,
    );
    await database.query(
      `INSERT INTO people (id, clientId, name, email) SELECT UUID(), id, name, CONCAT(REPLACE(name, ' ', ''), '@flood.example')
         FROM clients WHERE name LIKE 'Flood %'`,
    );
    const answer = await ask('one@more.example', 'One More');
    expect([answer.status, answer.body.code]).toEqual([429, 'request.tooMany']);
    expect(await fileOf('One More')).toBeUndefined();
  });
});

describe('files of visitors who never confirmed', () => {
  it('go after thirty days, if nothing was done in them', async () => {
    const now = Date.parse('2026-09-01T12:00:00Z');
    const days = (n: number): Date => new Date(now - n * 86_400_000);
    await database.query(
      `INSERT INTO clients (id, agentId, name, notes, createdAt, cameBy)
         SELECT UUID(), c.agentId, asked.name, asked.notes, asked.at, 'page' FROM clients c,
           (SELECT 'Old' AS name, '' AS notes, ? AS at UNION SELECT 'Noted', 'Called.', ? UNION SELECT 'Sure', '', ? UNION SELECT 'Fresh', '', ?) AS asked
         WHERE c.name = 'Idris Quell'`,
      [days(31), days(31), days(31), days(29)],
    );
    await database.query("DELETE FROM clients WHERE name LIKE 'Flood %'");
    await database.query(
      `INSERT INTO people (id, clientId, name, email, confirmedAt)
         SELECT UUID(), id, name, CONCAT(name, '@asked.example'), IF(name = 'Sure', createdAt, NULL) FROM clients WHERE name IN ('Old', 'Noted', 'Sure', 'Fresh')`,
    );
    const removed: string[] = [];
    const visitors = new UnconfirmedVisitors(
      { query: async (sql: string, values: unknown[]) => (await database.query(sql, values))[0] } as unknown as DataSource,
      { now: () => now } as Clock,
      { remove: (_: string, id: string) => Promise.resolve(void removed.push(id)) } as unknown as WholeFiles,
      { role: 'web' },
    );
    expect(await visitors.removeOld()).toBe(1);
    const [[row]] = (await database.query('SELECT name FROM clients WHERE id = ?', removed)) as unknown as [[{ name: string }]];
    expect(row.name).toBe('Old');
  });
});
