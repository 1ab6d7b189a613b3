import { randomUUID } from 'node:crypto';
import type {
  AlertPreview,
  AlertSettings,
  ClientFile,
  MailMessage,
  MailPage,
  Portal,
  PortalCard,
  Shortlist,
  Showing,
  Task,
  Today,
} from '@perambula/contract';
import type { ListingRecord } from '@perambula/core';
import ICAL from 'ical.js';
import { simpleParser } from 'mailparser';
import type { RowDataPacket } from 'mysql2/promise';
import { createTransport } from 'nodemailer';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { Browser, TestStack } from '../testing/stack.js';

let stack: TestStack;
let juno: Browser;
beforeAll(async () => {
  stack = await startTestStack();
  ({ juno } = stack);
});
afterAll(() => stack.end());

const SETTINGS: AlertSettings = {
  cadence: 'atOnce',
  tell: ['new', 'priceDown', 'backOnMarket'],
  leastPercent: 0,
  newsOnly: false,
  held: false,
  holdIf: [],
  tellsOffices: false,
  subject: '',
  greeting: 'here is what fits — & more <b>soon</b>.',
};
const linkIn = (text: string, path: string): string => new RegExp(`http://[\\d.:]+(/${path}/[\\w-]+)`).exec(text)?.[1] ?? '';
const PRIVATE = [
  'PrivateRemarks',
  'ShowingInstructions',
  'OccupantType',
  'ListAgentMobilePhone',
  'OwnerName',
  'ParcelNumber',
  'ClosePrice',
];

describe('a new client', () => {
  let file: ClientFile;

  it('gets nothing before a button confirms the address', async () => {
    const { id } = await juno.good<{ id: string }>('POST', '/api/clients', {
      name: 'Marit Halvorsen',
      people: [{ name: 'Marit Halvorsen', email: 'Marit@Halvorsen.example' }],
    });
    const { document } = await juno.searchOf('Amara');
    const search = await juno.good<{ id: string }>('POST', '/api/searches', { name: 'Near the ferry', clientId: id, document });
    expect(await juno.ask('PUT', `/api/searches/${search.id}/alert`, SETTINGS)).toMatchObject({
      status: 409,
      body: { code: 'alert.noAddress' },
    });
    file = await juno.good<ClientFile>('GET', `/api/clients/${id}`);
    await juno.good('POST', `/api/clients/${id}/people/${file.people[0]?.id}/confirmation`);
    const [message] = await stack.mailbox(1);
    expect(message?.to).toEqual(['marit@halvorsen.example']);
    const { text = '' } = await simpleParser(await stack.raw(message?.id ?? ''));
    const link = linkIn(text, 'confirm');
    // a machine that follows the link confirms nothing
    await fetch(`${stack.run.web}${link}`);
    expect((await juno.good<ClientFile>('GET', `/api/clients/${id}`)).people[0]?.confirmedAt).toBeNull();
    await stack.browser().good('POST', '/api/confirm', { token: link.split('/').pop() });
    expect((await juno.good<ClientFile>('GET', `/api/clients/${id}`)).people[0]?.confirmedAt).not.toBeNull();
    expect((await stack.browser().ask('POST', '/api/confirm', { token: 'made-up' })).body.code).toBe('link.expired');
  });

  it('has the alert previewed as the first message then is, and told over real SMTP', async () => {
    file = await juno.good<ClientFile>('GET', `/api/clients/${file.id}`);
    const search = file.savedSearches[0];
    const preview = await juno.good<AlertPreview>('POST', `/api/searches/${search?.id}/alert/preview`, SETTINGS);
    expect(preview.homes).toBeGreaterThan(3);
    expect(preview.forecast.messages.atOnce).toBeGreaterThanOrEqual(preview.forecast.messages.weekly);
    await juno.good('PUT', `/api/searches/${search?.id}/alert`, SETTINGS);
    await juno.good('POST', '/api/demo/clock', { advance: 'PT2H' });
    const messages = await stack.mailbox(2);
    const first = messages.find(({ subject }) => subject.includes('Near the ferry'));
    expect(first?.subject).toBe(`Near the ferry: ${preview.homes} homes to start with`);
  });

  it('gets messages that are whole: both parts, one-click stop, office, licence, listing credits, nothing private', async () => {
    const first = (await stack.mailbox(2)).find(({ subject }) => subject.includes('Near the ferry'));
    const mail = await simpleParser(await stack.raw(first?.id ?? ''));
    const html = mail.html || '';
    expect(mail.from?.value[0]?.name).toBe('Juno Albright, Wayfarer Buyers’ Agents');
    // RFC 2369, RFC 8058
    expect(mail.headers.get('list')).toMatchObject({
      unsubscribe: { url: expect.stringContaining('/stop/') },
      'unsubscribe-post': { name: 'List-Unsubscribe=One-Click' },
    });
    for (const part of [mail.text ?? '', html.replaceAll('&#8217;', '’').replaceAll('&#39;', "'")]) {
      for (const words of [
        '815 8th St',
        '00-417',
        '555-0142',
        'Listed by ',
        'Ostrey County Listing Exchange',
        'updated ',
        'Equal housing',
      ])
        expect(part).toContain(words);
      expect(part).toMatch(/\/p\/[\w-]{40,}/);
    }
    expect(html).not.toContain('<b>soon');
    const rows = await juno.good<{ rows: ListingRecord[] }>('POST', '/api/searches/listings', {
      search: { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] },
      set: 'fit',
      limit: 500,
    });
    const secrets = rows.rows.flatMap(({ PrivateRemarks, ShowingInstructions }) => [
      String(PrivateRemarks),
      String(ShowingInstructions),
    ]);
    for (const secret of new Set(secrets)) expect(`${html}${mail.text ?? ''}`).not.toContain(secret);
  });

  it('is told of nothing twice as the market lives on', async () => {
    await juno.good('POST', '/api/demo/clock', { advance: 'P4D' });
    const database = await stack.connect();
    const [told] = await database.query<RowDataPacket[]>(
      'SELECT searchId, listingKey, sequence, COUNT(*) AS n FROM alert_items WHERE digestId IS NOT NULL GROUP BY searchId, listingKey, sequence HAVING n > 1',
    );
    const [outbox] = await database.query<RowDataPacket[]>(
      "SELECT COUNT(*) AS n FROM outbox WHERE toAddress = 'marit@halvorsen.example'",
    );
    await database.end();
    expect(told).toEqual([]);
    const arrived = (await stack.mailbox(Number(outbox[0]?.['n']))).filter(({ to }) => to.includes('marit@halvorsen.example'));
    expect(arrived.length).toBe(Number(outbox[0]?.['n']));
    expect(new Set(arrived.map(({ subject }) => subject)).size).toBe(arrived.length);
  });

  it('opens the portal from the message, sees fit homes only, and answers', async () => {
    const messages = (await stack.mailbox()).filter(({ subject }) => subject.includes('Near the ferry'));
    const { text = '' } = await simpleParser(await stack.raw(messages[0]?.id ?? ''));
    const marit = stack.browser();
    expect((await marit.ask('GET', '/api/portal')).status).toBe(404);
    await marit.good('POST', '/api/portal/session', { token: linkIn(text, 'p').split('/').pop() });
    const portal = await marit.good<Portal>('GET', '/api/portal');
    expect(portal.homes.length).toBeGreaterThan(3);
    expect(portal.homes.every(({ isNew }) => isNew)).toBe(true);
    const keys = portal.homes.slice(0, 50).map(({ listingKey }) => listingKey);
    const cards = await marit.good<PortalCard[]>('GET', `/api/portal/homes?keys=${keys.join(',')}`);
    expect(cards.map(({ listing }) => listing.ListingKey)).toEqual(keys);
    for (const { listing } of cards) {
      for (const field of PRIVATE) expect(listing).not.toHaveProperty(field);
      expect(listing).toMatchObject({
        ListOfficeName: expect.any(String),
        ListOfficePhone: expect.any(String),
        ModificationTimestamp: expect.any(String),
      });
    }
    const [one, two] = cards
      .filter(({ listing }) => listing['StandardStatus'] === 'Active')
      .map(({ listing }) => listing.ListingKey);
    await marit.good('POST', `/api/portal/homes/${one}/visit`);
    await marit.good('PUT', `/api/portal/homes/${one}/reaction`, { verdict: 'unsure', note: 'the stairs' });
    await marit.good('PUT', `/api/portal/homes/${one}/reaction`, { verdict: 'like', note: 'the light' });
    await marit.good('POST', `/api/portal/homes/${two}/showing`, { wish: 'Thursday after 4 pm' });
    await marit.good('POST', `/api/portal/homes/${two}/showing`, { wish: 'Friday after 4 pm' });
    const after = await marit.good<Portal>('GET', '/api/portal');
    expect(after.homes.find(({ listingKey }) => listingKey === one)?.reaction).toMatchObject({
      verdict: 'like',
      note: 'the light',
    });
    // a home that was never told to her is not hers to see or judge
    const untold = await juno.good<{ rows: ListingRecord[] }>('POST', '/api/searches/listings', {
      search: { version: 1, kinds: ['Land'], lines: [], bounds: [], order: [] },
      set: 'fit',
    });
    const other = untold.rows[0]?.ListingKey;
    expect(await marit.good('GET', `/api/portal/homes?keys=${other}`)).toEqual([]);
    expect((await marit.ask('PUT', `/api/portal/homes/${other}/reaction`, { verdict: 'like' })).status).toBe(404);
    expect((await marit.ask('GET', '/api/clients')).status).toBe(401);
  });

  it('stands on Today with what was said and asked, once; and on no other agent’s', async () => {
    const today = await juno.good<Today>('GET', '/api/today');
    expect(today.asked).toMatchObject([{ clientName: 'Marit Halvorsen', wish: 'Friday after 4 pm', agreementSigned: false }]);
    expect(today.cameBy.find(({ person }) => person === 'Marit Halvorsen')).toMatchObject({
      visits: 1,
      reactions: [{ verdict: 'like', note: 'the light' }],
    });
    const other = await stack.silas.good<Today>('GET', '/api/today');
    expect([other.asked, other.cameBy]).toEqual([[], []]);
  });

  it('is warned of a missing agreement at booking, then visits at a time that the office confirms', async () => {
    const [showing] = await juno.good<Showing[]>('GET', '/api/showings');
    const { now } = await juno.good<{ now: string }>('GET', '/api/clock');
    const startAt = new Date(
      Math.ceil(Date.parse(now) / 86_400_000) * 86_400_000 + 2 * 86_400_000 + 15 * 3_600_000,
    ).toISOString();
    const propose = (body: object): ReturnType<Browser['ask']> => juno.ask('POST', `/api/showings/${showing?.id}/time`, body);
    expect(await propose({ startAt })).toMatchObject({ status: 409, body: { code: 'agreement.missing' } });
    expect(await propose({ startAt: now })).toMatchObject({ status: 422, body: { code: 'showing.past' } });
    await juno.good('PATCH', `/api/clients/${file.id}`, {
      agreement: { from: '2026-04-01', until: '2026-12-31', scope: 'Buying' },
    });
    expect((await propose({ startAt })).status).toBe(200);
    const agreed = await stack.answered(juno, showing?.id ?? '');
    expect(agreed).toMatchObject({ state: 'confirmed', startAt, agreementSigned: true });
    expect(
      await juno.ask('PATCH', `/api/clients/${file.id}`, { agreement: { from: '2026-04-01', until: '2026-03-01', scope: '' } }),
    ).toMatchObject({ status: 422 });

    // the calendar file, read back by ical.js
    const { body, headers } = await juno.ask<string>('GET', `/api/showings/${showing?.id}/showing.ics`);
    expect(headers.get('content-type')).toContain('text/calendar');
    const event = new ICAL.Event(
      new ICAL.Component(ICAL.parse(body) as unknown[]).getFirstSubcomponent('vevent') as InstanceType<typeof ICAL.Component>,
    );
    expect(event.startDate.toJSDate().toISOString()).toBe(startAt);
    expect(event.duration.toSeconds()).toBe(1800);
    expect(event.summary).toBe(`Visit ${agreed?.address}`);
    expect(event.sequence).toBe(1);

    const before = (await stack.mailbox()).length;
    expect(await juno.good('POST', `/api/showings/${showing?.id}/message`)).toEqual({ sentTo: 1 });
    const visit = (await stack.mailbox(before + 1)).find(({ subject }) => subject.startsWith('Visit: '));
    const mail = await simpleParser(await stack.raw(visit?.id ?? ''));
    expect(mail.attachments.some(({ contentType }) => contentType === 'application/ics' || contentType === 'text/calendar')).toBe(
      true,
    );
    expect((await stack.silas.ask('GET', `/api/showings/${showing?.id}/showing.ics`)).status).toBe(404);
  });

  it('has homes on a shortlist, noted, staged, reordered', async () => {
    const { rows } = await juno.good<{ rows: ListingRecord[] }>('POST', '/api/searches/listings', {
      search: file.savedSearches[0]?.document,
      set: 'fit',
      limit: 3,
    });
    const keys = rows.map(({ ListingKey }) => ListingKey);
    const { id, items } = await juno.good<Shortlist>('POST', '/api/shortlists', {
      clientId: file.id,
      name: 'Saturday',
      listingKeys: keys,
    });
    await juno.good('POST', `/api/shortlists/${id}/items`, { listingKeys: [keys[0]] });
    await juno.good('PATCH', `/api/shortlists/${id}/items/${items[0]?.id}`, { note: 'stairs', stage: 'seen' });
    const reversed = items.map((item) => item.id).reverse();
    await juno.good('PUT', `/api/shortlists/${id}/order`, { itemIds: reversed });
    const after = await juno.good<Shortlist>('GET', `/api/shortlists/${id}`);
    expect(after.items.map((item) => item.id)).toEqual(reversed);
    expect(after.items.at(-1)).toMatchObject({ note: 'stairs', stage: 'seen' });
    expect((await juno.ask('PUT', `/api/shortlists/${id}/order`, { itemIds: reversed.slice(1) })).status).toBe(422);
    expect((await juno.ask('POST', `/api/shortlists/${id}/items`, { listingKeys: ['OST9999999'] })).status).toBe(404);
    expect((await stack.silas.ask('GET', `/api/shortlists/${id}`)).status).toBe(404);
  });

  it('has a follow-up left and ticked off', async () => {
    await juno.good('POST', '/api/tasks', { text: 'Ring Marit', clientId: file.id, dueOn: '2026-04-20' });
    const task = (await juno.good<Task[]>('GET', '/api/tasks')).find(({ text }) => text === 'Ring Marit');
    await juno.good('PATCH', `/api/tasks/${task?.id}`, { done: true });
    expect((await juno.good<Task[]>('GET', '/api/tasks')).find(({ id }) => id === task?.id)?.doneAt).not.toBeNull();
    expect((await stack.silas.ask('PATCH', `/api/tasks/${task?.id}`, { done: false })).status).toBe(404);
  });

  it('can be read in the application’s mailbox, by the own agent only, with nothing that acts', async () => {
    const { messages: mails } = await juno.good<MailPage>('GET', '/api/mailbox');
    const message = await juno.good<MailMessage>('GET', `/api/mailbox/${mails[0]?.id}`);
    expect(message.headers.map(([name]) => name)).toContain('list-unsubscribe-post');
    const page = await juno.ask<string>('GET', `/api/mailbox/${mails[0]?.id}/body`);
    expect(page.headers.get('content-security-policy')).toContain('sandbox');
    expect(page.body).not.toMatch(/<script/i);
    expect((await stack.silas.ask('GET', `/api/mailbox/${mails[0]?.id}`)).status).toBe(404);
  });

  it('opens in pages, the newest first, however many messages there are', async () => {
    const database = await stack.connect();
    const [[agent]] = (await database.query('SELECT agentId FROM outbox LIMIT 1')) as unknown as [[{ agentId: string }]];
    const smtp = createTransport({ url: stack.run.mail.smtp, pool: true, ignoreTLS: true } as Parameters<
      typeof createTransport
    >[0]);
    const messageIds = Array.from({ length: 120 }, (_, i) => `<old${i}@mail.perambula.example>`);
    const old = { from: 'a@x.example', to: 'old@x.example', text: 'Hello' };
    await Promise.all(messageIds.map((messageId, i) => smtp.sendMail({ ...old, messageId, subject: `Old ${i}` })));
    for (const [i, messageId] of messageIds.entries()) {
      // three of each minute, long ago
      const at = new Date(Date.UTC(2026, 0, 1, 0, Math.floor(i / 3)));
      await database.query(
        `INSERT INTO outbox (id, agentId, clientId, personId, messageId, toAddress, toName, fromName, replyTo, subject, html, text, stopUrl, kind, state, tries, nextTryAt, createdAt)
         VALUES (?, ?, ?, ?, ?, 'old@x.example', 'Old', 'A', 'a@x.example', ?, '', '', '', 'digest', 'sent', 0, NOW(), ?)`,
        [randomUUID(), agent.agentId, file.id, randomUUID(), messageId, `Old ${i}`, at],
      );
    }
    smtp.close();
    await database.end();
    const seen: string[] = [];
    let pages = 0;
    for (let from: string | null | undefined; from !== null; pages++) {
      const page: MailPage = await juno.good('GET', `/api/mailbox${from === undefined ? '' : `?from=${from}`}`);
      expect(page.messages.length).toBeLessThanOrEqual(50);
      seen.push(...page.messages.map(({ id, sentAt }) => `${sentAt} ${id}`));
      from = page.older;
    }
    expect(pages).toBeGreaterThan(2);
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen.length).toBe((await stack.mailbox()).length);
    const times = seen.map((each) => each.split(' ')[0] as string);
    expect(times).toEqual([...times].sort().reverse());
  });

  it('stops all messages by the one-click header, without signing in', async () => {
    const first = (await stack.mailbox()).find(({ subject }) => subject.includes('Near the ferry'));
    const { text = '' } = await simpleParser(await stack.raw(first?.id ?? ''));
    const response = await fetch(`${stack.run.web}${linkIn(text, 'stop')}`, {
      method: 'POST',
      body: 'List-Unsubscribe=One-Click',
      headers: { 'content-type': 'application/x-www-form-urlencoded' },
    });
    expect(response.status).toBe(200);
    expect((await juno.good<ClientFile>('GET', `/api/clients/${file.id}`)).people[0]?.stoppedAt).not.toBeNull();
    const before = (await stack.mailbox()).filter(({ to }) => to.includes('marit@halvorsen.example')).length;
    await juno.good('POST', '/api/demo/clock', { advance: 'P3D' });
    expect((await stack.mailbox()).filter(({ to }) => to.includes('marit@halvorsen.example')).length).toBe(before);
  });
});

describe('a held alert', () => {
  it('shows and tells nothing until the agent lets it go', async () => {
    const file = await juno.fileOf('Nadia');
    await juno.good('PUT', `/api/searches/${file.savedSearches[0]?.id}/alert`, { ...SETTINGS, held: true });
    await juno.good('POST', '/api/demo/clock', { advance: 'PT14H' });
    const nadias = async (): Promise<number> =>
      (await stack.mailbox()).filter(({ to }) => to.includes('nadia@kesteven.example')).length;
    expect(await nadias()).toBe(0);
    const { held } = await juno.good<Today>('GET', '/api/today');
    expect(held.length).toBeGreaterThan(0);
    expect((await stack.silas.ask('POST', `/api/outbox/${held[0]?.id}/pass`, { send: true })).status).toBe(404);
    for (const { id } of held) await juno.good('POST', `/api/outbox/${id}/pass`, { send: true });
    await expect.poll(nadias, { timeout: 20_000 }).toBe(held.length);
  });
});

describe('a held alert that the agent throws away', () => {
  it('is told to nobody and stands in no portal', async () => {
    const file = await juno.fileOf('Bashir');
    const id = file.savedSearches[0]?.id;
    await juno.good('PUT', `/api/searches/${id}/alert`, { ...SETTINGS, held: true });
    for (let days = 0; days < 6; days++) {
      await juno.good('POST', '/api/demo/clock', { advance: 'P1D' });
      if ((await juno.good<Today>('GET', '/api/today')).held.some(({ clientName }) => clientName === 'Bashir Odell')) break;
    }
    const held = (await juno.good<Today>('GET', '/api/today')).held.filter(({ clientName }) => clientName === 'Bashir Odell');
    expect(held.length).toBeGreaterThan(0);
    for (const message of held) await juno.good('POST', `/api/outbox/${message.id}/pass`, { send: false });
    const database = await stack.connect();
    const [kept] = await database.query<RowDataPacket[]>(
      "SELECT COUNT(*) AS n, SUM(toldAt IS NOT NULL) AS told FROM alert_items WHERE searchId = ? AND dropped = 'kept back by the agent'",
      [id],
    );
    await database.end();
    expect(Number(kept[0]?.['n'])).toBeGreaterThan(0);
    expect(Number(kept[0]?.['told'])).toBe(0);
  });
});

describe('what is stored', () => {
  it('holds no offers of compensation and no lock codes, though the feed carries them', async () => {
    const feed = (await (
      await fetch(`${stack.run.feed.url}/odata/Property?$top=1`, { headers: { authorization: `Bearer ${stack.run.feed.token}` } })
    ).json()) as { value: Record<string, unknown>[] };
    expect(feed.value[0]).toHaveProperty('BuyerAgencyCompensation');
    const database = await stack.connect();
    const [rows] = await database.query<RowDataPacket[]>(
      "SELECT COUNT(*) AS n FROM listings WHERE data LIKE '%Compensation%' OR data LIKE '%LockBox%'",
    );
    await database.end();
    expect(Number(rows[0]?.['n'])).toBe(0);
  });
});
