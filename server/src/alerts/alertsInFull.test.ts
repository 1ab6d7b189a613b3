import type { AddedHomes, AlertSettings, AlertState, HeldHome, SavedSearch, SentPage, Today } from '@perambula/contract';
import { TELLABLE } from '@perambula/core';
import { DateTime } from 'luxon';
import { simpleParser } from 'mailparser';
import type { RowDataPacket } from 'mysql2/promise';
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
  tell: TELLABLE,
  leastPercent: 0,
  newsOnly: false,
  held: false,
  holdIf: [],
  tellsOffices: false,
  subject: '',
  greeting: '',
};
const HOUSES = { version: 1, kinds: ['Residential'], lines: [] as object[], bounds: [], order: [] };
const upTo = (dollars: number) => ({ ...HOUSES, lines: [{ id: 'p', field: 'ListPrice', is: { atMost: dollars } }] });

async function rows<T>(sql: string, values: unknown[] = []): Promise<T[]> {
  const database = await stack.connect();
  const [found] = await database.query<RowDataPacket[]>(sql, values);
  await database.end();
  return found as T[];
}

/** A household of one, whose address is confirmed. */
async function household(name: string): Promise<string> {
  const people = [{ name, email: `${name.toLowerCase().replace(/\W/g, '.')}@household.example` }];
  const { id } = await juno.good<{ id: string }>('POST', '/api/clients', { name, people });
  await rows('UPDATE people SET confirmedAt = ? WHERE clientId = ?', [new Date('2026-04-14T12:00:00Z'), id]);
  return id;
}

async function alertFor(
  clientId: string,
  name: string,
  document: object,
  more: Partial<AlertSettings> = {},
): Promise<SavedSearch> {
  const search = await juno.good<SavedSearch>('POST', '/api/searches', { name, clientId, document });
  await juno.good('PUT', `/api/searches/${search.id}/alert`, { ...SETTINGS, ...more });
  return search;
}

const move = (advance: string) => juno.good('POST', '/api/demo/clock', { advance });

describe('alerts of one household', () => {
  it('tell a home once between them, and each piece of news', async () => {
    const clientId = await household('Bo Castell');
    const one = await alertFor(clientId, 'Houses', HOUSES);
    await move('PT2H');
    const two = await alertFor(clientId, 'Houses once more', upTo(600_000));
    await move('P4D');
    const both = [one.id, two.id];
    const twice = await rows(
      'SELECT listingKey, sequence FROM alert_items WHERE searchId IN (?) AND toldAt IS NOT NULL GROUP BY listingKey, sequence HAVING COUNT(*) > 1',
      [both],
    );
    expect(twice).toEqual([]);
    const [kept] = await rows<{ n: number }>(
      "SELECT COUNT(*) AS n FROM alert_items WHERE searchId IN (?) AND dropped = 'told already'",
      [both],
    );
    expect(kept?.n).toBeGreaterThan(10);
    // each home that the second found was told by the first, and none was lost between them
    const lost = await rows(
      `SELECT DISTINCT listingKey FROM alert_items WHERE searchId = ? AND dropped = 'told already'
         AND listingKey NOT IN (SELECT listingKey FROM alert_items WHERE searchId = ? AND toldAt IS NOT NULL)`,
      [two.id, one.id],
    );
    expect(lost).toEqual([]);
  });

  it('tell that a home was sold, where somebody likes it and was told of it', async () => {
    const search = await juno.searchOf('Bo Castell');
    const [person] = (await juno.fileOf('Bo Castell')).people;
    await rows(
      `INSERT IGNORE INTO reactions (id, clientId, personId, listingKey, verdict, note, at)
         SELECT UUID(), ?, ?, i.listingKey, 'like', '', '2026-04-14' FROM alert_items i JOIN searches s ON s.id = i.searchId
         WHERE s.clientId = ? AND i.toldAt IS NOT NULL GROUP BY i.listingKey`,
      [search.clientId, person?.id, search.clientId],
    );
    const [before] = await rows<{ value: number }>('SELECT MAX(sequence) AS value FROM listing_events');
    await move('P7D');
    const closed = await rows<{ listingKey: string }>(
      `SELECT DISTINCT e.listingKey FROM listing_events e JOIN reactions r ON r.listingKey = e.listingKey AND r.clientId = ?
         WHERE e.sequence > ? AND e.field = 'StandardStatus' AND e.toValue = 'Closed' ORDER BY 1`,
      [search.clientId, before?.value],
    );
    const items = await rows<{ listingKey: string; toldAt: Date | null }>(
      `SELECT i.listingKey, MAX(i.toldAt) AS toldAt FROM alert_items i JOIN searches s ON s.id = i.searchId
         WHERE s.clientId = ? AND i.kind = 'sold' GROUP BY i.listingKey ORDER BY 1`,
      [search.clientId],
    );
    expect(closed.length).toBeGreaterThan(0);
    expect(items.map(({ listingKey }) => listingKey)).toEqual(closed.map(({ listingKey }) => listingKey));
    // what came at the very end waits for the next message
    expect(items.filter(({ toldAt }) => toldAt).length).toBeGreaterThan(closed.length / 2);
  });
});

describe('an alert’s own words', () => {
  it('have what stands in braces filled in for each reader, and nothing in braces that cannot be', async () => {
    const clientId = await household('Wynn Sallow');
    const search = await alertFor(clientId, '$& by the sea', upTo(400_000), {
      subject: '{name}, {homes} of “{search}”',
      greeting: 'here are {homes}, {name}.',
    });
    await move('PT1H');
    const [first] = await rows<{ subject: string; text: string }>('SELECT subject, text FROM outbox WHERE clientId = ?', [
      clientId,
    ]);
    const [, homes] = /^Wynn, (\d+ homes) of “\$& by the sea”$/.exec(first?.subject ?? '') ?? [];
    expect(homes).toBeTruthy();
    expect(first?.text).toContain(`here are ${homes}, Wynn.`);
    const refused = await juno.ask('PUT', `/api/searches/${search.id}/alert`, { ...SETTINGS, subject: 'For {clientName}' });
    expect([refused.status, refused.body.message]).toEqual([422, expect.stringContaining('{name}, {homes}, {search}')]);
  });
});

describe('what an alert tells', () => {
  it('is only what comes, and of cuts those that are large enough, where it is set so', async () => {
    const search = await alertFor(await household('Cy Larkspur'), 'Cuts', HOUSES, {
      tell: ['priceDown'],
      leastPercent: 3,
      newsOnly: true,
    });
    const [since] = await rows<{ value: number }>('SELECT MAX(sequence) AS value FROM listing_events');
    await move('P7D');
    const items = await rows<{ sequence: number; cut: number }>(
      `SELECT i.sequence, 1 - e.toValue / e.fromValue AS cut FROM alert_items i
         LEFT JOIN listing_events e ON e.sequence = i.sequence AND e.listingKey = i.listingKey AND e.field = 'ListPrice'
         WHERE i.searchId = ?`,
      [search.id],
    );
    expect(items.length).toBeGreaterThan(3);
    for (const { sequence, cut } of items) expect([sequence > (since?.value ?? 0), cut >= 0.03]).toEqual([true, true]);
    const [smaller] = await rows<{ n: number }>(
      "SELECT COUNT(*) AS n FROM listing_events WHERE sequence > ? AND field = 'ListPrice' AND toValue < fromValue AND toValue > 0.97 * fromValue",
      [since?.value],
    );
    expect(smaller?.n).toBeGreaterThan(3);
  });
});

describe('a changed search', () => {
  it('says what it adds to its running alert, which is sent at once or never', async () => {
    const search = await alertFor(await household('Dee Orme'), 'Up to a price', upTo(350_000), {
      cadence: 'monthly',
      tell: ['new'],
    });
    const added = () => juno.good<AddedHomes>('GET', `/api/searches/${search.id}/alert/added`);
    // one that has not begun tells all that fits when it does
    expect(await added()).toEqual({ homes: 0, first: [] });
    await move('PT1H');
    const raise = async (dollars: number): Promise<void> => {
      const { version } = await juno.good<SavedSearch>('GET', `/api/searches/${search.id}`);
      await juno.good('PUT', `/api/searches/${search.id}`, { name: search.name, document: upTo(dollars), version });
    };
    await raise(380_000);
    const { homes, first } = await added();
    expect(homes).toBeGreaterThan(1);
    expect(first.length).toBe(Math.min(3, homes));
    await juno.good('POST', `/api/searches/${search.id}/alert/added`, { send: true });
    expect((await added()).homes).toBe(0);
    await move('PT1H');
    const digests = await rows<{ n: number }>(
      'SELECT COUNT(*) AS n FROM alert_items WHERE searchId = ? AND toldAt IS NOT NULL AND sequence = 0 GROUP BY digestId ORDER BY MIN(toldAt)',
      [search.id],
    );
    expect(digests.map(({ n }) => n)).toEqual([expect.any(Number), homes]);
    await raise(400_000);
    expect((await added()).homes).toBeGreaterThan(0);
    await juno.good('POST', `/api/searches/${search.id}/alert/added`, { send: false });
    expect((await added()).homes).toBe(0);
    expect((await stack.silas.ask('GET', `/api/searches/${search.id}/alert/added`)).status).toBe(404);
  });
});

describe('a pause', () => {
  it('ends by itself, and what came meanwhile is told then', async () => {
    const search = await alertFor(await household('Ed Pallister'), 'Paused', HOUSES, { newsOnly: true });
    await move('PT1H');
    const { now } = await juno.good<{ now: string }>('GET', '/api/clock');
    const at = (days: number): string => new Date(Date.parse(now) + days * 86_400_000).toISOString();
    const set = (body: object) => juno.ask<AlertState>('PATCH', `/api/searches/${search.id}/alert`, body);
    expect((await set({ state: 'paused', until: at(-1) })).status).toBe(422);
    expect((await set({ state: 'running', until: at(1) })).status).toBe(422);
    expect((await set({ state: 'paused', until: at(3) })).body).toMatchObject({
      state: 'paused',
      pausedUntil: at(3),
      nextDueAt: null,
    });
    const told = async (): Promise<number> =>
      (await rows(`SELECT 1 FROM alert_items WHERE searchId = ? AND digestId IS NOT NULL`, [search.id])).length;
    const before = await told();
    await move('P2D');
    expect(await told()).toBe(before);
    await move('P2D');
    expect(await told()).toBeGreaterThan(before);
    const [alert] = await rows<{ state: string; pausedUntil: Date | null }>('SELECT * FROM alerts WHERE searchId = ?', [
      search.id,
    ]);
    expect(alert).toMatchObject({ state: 'running', pausedUntil: null });
  });
});

describe('an alert that cannot be written', () => {
  it('keeps no other back, be it due or paused until now', async () => {
    const broken = await household('Nell Ashby');
    // nothing is written before it is broken
    await juno.good('PUT', `/api/clients/${broken}/hours`, { zone: 'America/New_York', quietFrom: '00:00', quietUntil: '23:59' });
    const due = await alertFor(broken, 'Due', HOUSES);
    // of two that tell the same homes, only the first would
    const paused = await alertFor(broken, 'Paused', { ...HOUSES, kinds: ['Land'] });
    await rows("UPDATE alerts SET state = 'paused', pausedUntil = startedAt WHERE searchId = ?", [paused.id]);
    await rows("UPDATE clients SET timeZone = 'Mars/Olympus' WHERE id = ?", [broken]);
    await rows('UPDATE alerts SET nextDueAt = startedAt WHERE searchId = ?', [due.id]);
    const other = await alertFor(await household('Ira Pennock'), 'Goes on', upTo(300_000));
    await juno.ask('POST', '/api/demo/clock', { advance: 'PT1H' });
    const told = (search: SavedSearch) =>
      rows('SELECT 1 FROM alert_items WHERE searchId = ? AND toldAt IS NOT NULL', [search.id]);
    await expect.poll(() => told(other), { timeout: 60_000 }).not.toEqual([]);
    expect([await told(due), await told(paused)]).toEqual([[], []]);
    // mended, they are told as well
    await rows('UPDATE clients SET timeZone = NULL, quietFrom = NULL, quietUntil = NULL WHERE id = ?', [broken]);
    await expect.poll(() => told(due), { timeout: 60_000 }).not.toEqual([]);
    await expect.poll(() => told(paused), { timeout: 60_000 }).not.toEqual([]);
    expect(await rows("SELECT 1 FROM alerts WHERE searchId = ? AND state = 'running'", [paused.id])).toHaveLength(1);
  });
});

describe('a message held by a rule', () => {
  it('has homes left out, put back and spoken of, in the letter too; only what was sent was told', async () => {
    const search = await alertFor(await household('Flo Quarrie'), 'Held', upTo(330_000), {
      holdIf: ['manyHomes'],
      cadence: 'monthly',
    });
    await move('PT1H');
    const today = await juno.good<Today>('GET', '/api/today');
    const held = today.held.find(({ subject }) => subject.startsWith('Held: '));
    const path = `/api/outbox/${held?.id}`;
    const homes = await juno.good<HeldHome[]>('GET', `${path}/homes`);
    expect(homes.length).toBeGreaterThan(12);
    const [one, two] = homes as [HeldHome, HeldHome];
    const change = (key: string, body: object) => juno.ask<HeldHome[]>('PATCH', `${path}/homes/${key}`, body);
    expect((await change(one.listingKey, { words: '', isLeftOut: true })).body[0]).toMatchObject({ isLeftOut: true });
    await change(two.listingKey, { words: 'The one with <the> garden.', isLeftOut: true });
    expect((await change(two.listingKey, { words: 'The one with <the> garden.', isLeftOut: false })).body[1]).toMatchObject({
      words: 'The one with <the> garden.',
      isLeftOut: false,
    });
    expect((await change('OST0', { words: '', isLeftOut: true })).status).toBe(404);
    expect((await stack.silas.ask('PATCH', `${path}/homes/${one.listingKey}`, { words: '', isLeftOut: true })).status).toBe(404);
    const letter = String((await juno.ask('GET', `${path}/body`)).body);
    expect(letter).toContain('The one with &lt;the&gt; garden.');
    expect(letter).not.toContain(one.address);
    for (const { listingKey } of homes.slice(2)) await change(listingKey, { words: '', isLeftOut: true });
    expect(await change(two.listingKey, { words: '', isLeftOut: true })).toMatchObject({ status: 409 });
    await juno.good('POST', `${path}/pass`, { send: true });
    const subject = 'Held: 1 home to start with';
    for (let tries = 0; tries < 300 && !(await stack.mailbox()).some((each) => each.subject === subject); tries++)
      await new Promise((resolve) => setTimeout(resolve, 100));
    const message = (await stack.mailbox()).find((each) => each.subject === subject);
    const { text = '' } = await simpleParser(await stack.raw(message?.id ?? ''));
    expect(text).toContain(two.address);
    expect(text).toContain('The one with <the> garden.');
    // it tells of this message that it was opened, though it was written anew since
    const token = /\/p\/([\w-]+)/.exec(text)?.[1];
    await stack.browser().good('POST', '/api/portal/session', { token });
    const sent = await rows<{ n: string }>(
      'SELECT COUNT(*) AS n FROM outbox o JOIN links l ON l.tokenHash = o.linkHash WHERE o.subject = ? AND l.openedAt IS NOT NULL',
      [subject],
    );
    expect(Number(sent[0]?.n)).toBe(1);
    const told = await rows<{ listingKey: string }>(
      'SELECT listingKey FROM alert_items WHERE searchId = ? AND toldAt IS NOT NULL',
      [search.id],
    );
    expect(told).toEqual([{ listingKey: two.listingKey }]);
  });

  it('is held for homes that cost more than any of the household’s searches allows', async () => {
    const clientId = await household('Hale Winthorn');
    await juno.good('POST', '/api/searches', { name: 'What they can pay', clientId, document: upTo(300_000) });
    const holdIf = ['overCeiling'] as const;
    const dear = { ...HOUSES, lines: [{ id: 'y', field: 'YearBuilt', is: { atMost: 1930 } }] };
    const any = await alertFor(clientId, 'Old ones', dear, { holdIf: [...holdIf], cadence: 'monthly' });
    const within = await alertFor(clientId, 'Within it', upTo(290_000), { holdIf: [...holdIf], cadence: 'monthly' });
    await move('PT1H');
    const states = await rows<{ subject: string; state: string }>('SELECT subject, state FROM outbox WHERE clientId = ?', [
      clientId,
    ]);
    const stateOf = (name: string) => states.find(({ subject }) => subject.startsWith(`${name}: `))?.state;
    expect(stateOf(any.name)).toBe('held');
    expect(stateOf(within.name)).not.toBe('held');
  });

  it('keeps no other alert from telling its homes, and tells none that another told meanwhile', async () => {
    const clientId = await household('Gus Redfern');
    const held = await alertFor(clientId, 'Waits', upTo(300_000), { held: true, cadence: 'monthly' });
    await move('PT1H');
    const other = await alertFor(clientId, 'Goes', upTo(280_000), { cadence: 'monthly' });
    await move('PT1H');
    const told = async (searchId: string): Promise<string[]> =>
      (
        await rows<{ listingKey: string }>(
          'SELECT listingKey FROM alert_items WHERE searchId = ? AND toldAt IS NOT NULL ORDER BY 1',
          [searchId],
        )
      ).map(({ listingKey }) => listingKey);
    const [waiting, gone] = [await told(held.id), await told(other.id)];
    expect(gone.length).toBeGreaterThan(0);
    expect(waiting).toEqual(expect.arrayContaining(gone));
    const today = await juno.good<Today>('GET', '/api/today');
    const message = today.held.find(({ subject }) => subject.startsWith('Waits: '));
    await juno.good('POST', `/api/outbox/${message?.id}/pass`, { send: true });
    expect(await told(held.id)).toEqual(waiting.filter((key) => !gone.includes(key)));
  });
});

describe('a household of two time zones', () => {
  it('has one message, of which each copy goes when it is not night where it is read', async () => {
    const { now } = await juno.good<{ now: string }>('GET', '/api/clock');
    // where it is three at night; POSIX names zones by how far they are behind
    const behind = (new Date(now).getUTCHours() + 24 - 3) % 24;
    const timeZone = behind <= 12 ? `Etc/GMT+${behind}` : `Etc/GMT-${24 - behind}`;
    const hourThere = (at: Date | string | null | undefined): number =>
      DateTime.fromISO(new Date(at ?? '').toISOString(), { zone: timeZone }).hour;
    const clientId = await household('Ines Farrow');
    await juno.good('POST', `/api/clients/${clientId}/people`, { name: 'Teo Farrow', email: 'teo@household.example', timeZone });
    await rows('UPDATE people SET confirmedAt = ? WHERE clientId = ?', [new Date('2026-04-14T12:00:00Z'), clientId]);
    await juno.good('PUT', `/api/clients/${clientId}/hours`, {
      zone: 'America/New_York',
      quietFrom: '03:00',
      quietUntil: '07:00',
    });
    await alertFor(clientId, 'Far apart', upTo(400_000));
    await move('PT1H');
    const copies = () =>
      rows<{ toName: string; digestId: string; sentAt: Date | null }>(
        'SELECT toName, digestId, sentAt FROM outbox WHERE clientId = ? ORDER BY createdAt, toName LIMIT 2',
        [clientId],
      );
    const [ines, teo] = await copies();
    expect([ines?.toName, teo?.toName, teo?.digestId]).toEqual(['Ines Farrow', 'Teo Farrow', ines?.digestId]);
    expect([ines?.sentAt, teo?.sentAt]).toEqual([expect.any(Date), null]);
    const { messages } = await juno.good<SentPage>('GET', `/api/sent?clientId=${clientId}&which=waiting`);
    expect(messages.map(({ to, notBefore }) => [to, hourThere(notBefore)])).toEqual([['Teo Farrow', 7]]);
    await move('PT5H');
    await expect.poll(async () => (await copies())[1]?.sentAt).toEqual(expect.any(Date));
    expect(hourThere((await copies())[1]?.sentAt)).toBeGreaterThanOrEqual(7);
  });
});

describe('listing offices', () => {
  const TOLD = `SELECT DISTINCT i.listingKey FROM alert_items i WHERE i.searchId IN (?) AND i.sequence > 0
    AND i.kind IN ('new', 'backOnMarket') AND i.toldAt IS NOT NULL ORDER BY 1`;
  const letters = () =>
    rows<{ toAddress: string; subject: string; text: string; html: string; stopUrl: string; personId: string }>(
      "SELECT toAddress, subject, text, html, stopUrl, personId FROM outbox WHERE kind = 'office' ORDER BY createdAt",
    );

  it('learn of each new home once that somebody is looking, never who, and only where an alert is set so', async () => {
    expect(await letters()).toEqual([]);
    const one = await alertFor(await household('Petra Holm'), 'Petras Suche', HOUSES, { newsOnly: true, tellsOffices: true });
    const two = await alertFor(await household('Sol Wexley'), 'Sols Suche', HOUSES, { newsOnly: true, tellsOffices: true });
    await move('P3D');
    const told = (await rows<{ listingKey: string }>(TOLD, [[one.id, two.id]])).map(({ listingKey }) => listingKey);
    const homes = await rows<{ listingKey: string; data: Record<string, string> }>(
      'SELECT listingKey, data FROM listings WHERE listingKey IN (?) ORDER BY 1',
      [told],
    );
    expect(homes.length).toBeGreaterThan(5);
    const sent = await letters();
    const named = (listingId: string | undefined) => sent.filter(({ text }) => text.includes(`(listing ${listingId})`));
    for (const { data } of homes) {
      const [letter, ...more] = named(data['ListingId']);
      expect([letter?.toAddress, more.length]).toEqual([data['ListAgentEmail'], 0]);
    }
    const count = sent.flatMap(({ text }) => text.match(/\(listing /g) ?? []).length;
    expect(count).toBe(homes.length);
    for (const { text, html, subject, personId } of sent) {
      expect(text + html + subject).not.toMatch(/Petra|Holm|Sol |Wexley|Suche/);
      expect(personId).toBe('');
    }
    expect(new Set(sent.map(({ toAddress }) => toAddress)).size).toBeGreaterThan(3);
  });

  it('hear no more once they do not want to, by one click (RFC 8058)', async () => {
    const [first] = await letters();
    const { toAddress = '', stopUrl = '' } = first ?? {};
    // opening the page stops nothing
    expect((await fetch(stopUrl)).status).toBe(200);
    expect(await rows('SELECT 1 FROM told_offices WHERE stoppedAt IS NOT NULL')).toEqual([]);
    const pressed = await fetch(stopUrl, {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded' },
      body: 'List-Unsubscribe=One-Click',
    });
    expect(pressed.status).toBe(200);
    const token = stopUrl.split('/').at(-1);
    const { body } = await stack.browser().ask<{ name: string; agent: string }>('POST', '/api/offices/stop', { token });
    expect(body).toEqual({ name: toAddress.toLowerCase(), agent: 'Juno Albright' });
    expect((await stack.browser().ask('POST', '/api/offices/stop', { token: 'none' })).status).toBe(404);
    const before = (await letters()).length;
    await move('P4D');
    const since = (await letters()).slice(before);
    expect(since.length).toBeGreaterThan(0);
    expect(since.filter((letter) => letter.toAddress === toAddress)).toEqual([]);
  });

  it('learn of what a held message tells when it is sent, and of nothing that was left out of it', async () => {
    await rows("UPDATE alerts SET state = 'stopped' WHERE tellsOffices = 1");
    const search = await alertFor(await household('Una Brandt'), 'Held', HOUSES, {
      cadence: 'weekly',
      newsOnly: true,
      held: true,
      tellsOffices: true,
    });
    const before = (await letters()).length;
    await move('P8D');
    const news = await rows<{ listingKey: string; listingId: string; messageId: string }>(
      `SELECT DISTINCT i.listingKey, JSON_VALUE(l.data, '$.ListingId') AS listingId, o.id AS messageId FROM alert_items i
         JOIN outbox o ON o.digestId = i.digestId AND o.state = 'held' JOIN listings l ON l.listingKey = i.listingKey
         WHERE i.searchId = ? AND i.kind = 'new' AND i.listingKey NOT IN (SELECT listingKey FROM told_offices) AND JSON_VALUE(l.data, '$.ListAgentEmail') NOT IN
           (SELECT address FROM told_offices WHERE stoppedAt IS NOT NULL) ORDER BY 1`,
      [search.id],
    );
    expect(news.length).toBeGreaterThan(2);
    const told = async (): Promise<boolean[]> => {
      const texts = (await letters()).slice(before).map(({ text }) => text);
      return news.map(({ listingId }) => texts.some((text) => text.includes(`(listing ${listingId})`)));
    };
    expect(await told()).toEqual(news.map(() => false));
    const [out] = news;
    await juno.good('PATCH', `/api/outbox/${out?.messageId}/homes/${out?.listingKey}`, { words: '', isLeftOut: true });
    await juno.good('POST', `/api/outbox/${out?.messageId}/pass`, { send: true });
    expect(await told()).toEqual(news.map((each) => each !== out));
  });
});
