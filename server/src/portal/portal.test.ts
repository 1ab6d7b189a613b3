import { simpleParser } from 'mailparser';
import type { RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type {
  ClientFile,
  Deployment,
  ListingAnswer,
  ListingsAnswer,
  Portal,
  PortalCard,
  PortalHomeAnswer,
  RecordAnswer,
  SentPage,
  Shortlist,
  TimelinePage,
  Today,
  ToVerify,
} from '@perambula/contract';
import { startTestStack } from '../testing/stack.js';
import type { Browser, TestStack } from '../testing/stack.js';

let stack: TestStack;
let token = '';
let reader: Browser;
beforeAll(async () => {
  stack = await startTestStack();
  const { id: searchId } = await stack.juno.searchOf('Amara');
  await stack.juno.good('PUT', `/api/searches/${searchId}/alert`, {
    cadence: 'atOnce',
    tell: ['new', 'priceDown', 'backOnMarket'],
    held: false,
    subject: '',
    greeting: '',
  });
  for (let days = 0; days < 5 && token === ''; days++) {
    await stack.juno.good('POST', '/api/demo/clock', { advance: 'P1D' });
    for (const { id, to } of await stack.mailbox()) {
      if (!to.some((address) => address.endsWith('@lindqvist.example'))) continue;
      const { text = '' } = await simpleParser(await stack.raw(id));
      token = /\/p\/([\w-]+)/.exec(text)?.[1] ?? token;
    }
  }
  reader = stack.browser();
  await reader.good('POST', '/api/portal/session', { token });
}, 120_000);
afterAll(() => stack.end());

const open = () => reader.good<Portal>('GET', '/api/portal');
const cardsOf = (homes: Portal['homes']) =>
  reader.good<PortalCard[]>('GET', `/api/portal/homes?keys=${homes.map(({ listingKey }) => listingKey).join(',')}`);
const later = (period: string) => stack.juno.good('POST', '/api/demo/clock', { advance: period });
const cameBy = async () =>
  (await stack.juno.good<Today>('GET', '/api/today')).cameBy.find(({ client }) => client.startsWith('Amara'));

describe('a portal', () => {
  it('shows the notice of the copy that it is of, which anybody may ask for', async () => {
    const told = await stack.browser().good<Deployment>('GET', '/api/deployment');
    expect(told).toMatchObject({ place: 'Ostrey County', zone: 'America/New_York', isDemo: true });
    expect(told.notice).toContain('not guaranteed');
    expect((await open()).source).toBe(told.notice);
  });

  it('tells neither history nor what others say before a code that goes to its reader, once in each browser', async () => {
    const [first] = (await open()).homes;
    const key = first?.listingKey ?? '';
    const shows = async (browser: Browser): Promise<[isKnown: boolean, others: number, moments: number]> => {
      const { isKnown, homes } = await browser.good<Portal>('GET', '/api/portal');
      const { moments } = await browser.good<PortalHomeAnswer>('GET', `/api/portal/homes/${key}`);
      return [isKnown, homes.flatMap(({ others }) => others).length, moments.length > 0 ? 1 : 0];
    };
    const database = await stack.connect();
    await database.query("UPDATE people SET sharesReactions = 1 WHERE name LIKE 'Teo %'");
    await database.query(
      `INSERT INTO reactions (id, clientId, personId, listingKey, verdict, note, at)
       SELECT UUID(), clientId, id, ?, 'like', 'told to my own', NOW() FROM people WHERE name LIKE 'Teo %'`,
      [key],
    );
    expect(await shows(reader)).toEqual([false, 0, 0]);
    const codes = async (): Promise<string[]> =>
      (await stack.mailbox()).flatMap(({ to, subject }) =>
        to.includes('amara@lindqvist.example') ? (/^(\d{6}) is your code$/.exec(subject)?.[1] ?? []) : [],
      );
    const mailed = async (): Promise<string> => {
      const before = (await codes()).length;
      await reader.good('POST', '/api/portal/code');
      await expect.poll(async () => (await codes()).length, { timeout: 20_000 }).toBe(before + 1);
      return (await codes())[0] ?? '';
    };
    const type = async (code: string): Promise<string | number> => {
      const { status, body } = await reader.ask<{ code?: string }>('PUT', '/api/portal/code', { code });
      return body.code ?? status;
    };
    const other = (code: string): string => String((Number(code) + 1) % 1_000_000).padStart(6, '0');
    expect(await type('123456')).toBe('code.over');
    expect(await type('12345')).toBe('request.invalid');
    const old = await mailed();
    const guessed = await mailed();
    // a newer code ends the one before
    if (old !== guessed) expect(await type(old)).toBe('code.wrong');
    for (let left = old === guessed ? 4 : 3; left > 0; left--) expect(await type(other(guessed))).toBe('code.wrong');
    expect(await type(other(guessed))).toBe('code.over');
    // five guesses are enough, even before the right one
    expect(await type(guessed)).toBe('code.over');
    const code = await mailed();
    await database.query('UPDATE reader_codes SET expiresAt = NOW() - INTERVAL 1 MINUTE');
    expect(await type(code)).toBe('code.over');
    const last = await mailed();
    expect(await type(last)).toBe(200);
    expect(await shows(reader)).toEqual([true, 1, 1]);
    expect(await type(last)).toBe('code.over');
    // whoever else has the link sees the homes, and no more
    const forwarded = stack.browser();
    await forwarded.good('POST', '/api/portal/session', { token });
    expect(await shows(forwarded)).toEqual([false, 0, 0]);
    // a sixth within the hour is not sent
    await database.query('UPDATE reader_codes SET sentAt = NOW()');
    await mailed();
    for (let i = 0; i < 4; i++) await mailed();
    expect(await reader.ask('POST', '/api/portal/code')).toMatchObject({ status: 429, body: { code: 'request.tooMany' } });
    const { messages } = await stack.juno.good<SentPage>('GET', '/api/sent');
    expect(messages.filter(({ kind }) => kind === 'code')).toHaveLength(9);
    await database.query("DELETE FROM reactions WHERE note = 'told to my own'");
    await database.query("UPDATE people SET sharesReactions = 0 WHERE name LIKE 'Teo %'");
    await database.end();
  });

  it('counts one visit for as long as something is opened every half hour, and says when the last one was', async () => {
    await later('PT2H');
    const first = await open();
    const begun = first.now;
    await later('PT20M');
    expect((await open()).lastVisitAt).toBe(first.lastVisitAt);
    await later('PT2H');
    expect((await open()).lastVisitAt).toBe(begun);
  });

  it('marks as new only what was told since the visit before', async () => {
    await later('PT2H');
    const { homes, lastVisitAt } = await open();
    expect(homes.length).toBeGreaterThan(0);
    for (const { isNew, toldAt } of homes) expect(isNew).toBe(toldAt > (lastVisitAt ?? ''));
    const told = homes.map((home) => home.toldAt);
    expect(told).toEqual([...told].sort().reverse());
  });

  it('says which facts of a home are to be verified, and nothing of what the public record states', async () => {
    const { homes } = await open();
    let differing = 0;
    for (const { listing } of await cardsOf(homes)) {
      const key = listing.ListingKey;
      const { record, differences } = await stack.juno.good<RecordAnswer>('GET', `/api/listings/${key}/record`);
      const told = await reader.good<ToVerify>('GET', `/api/portal/homes/${key}/verify`);
      // a withheld address and a fact that a client does not see tell nothing
      const seen = differences.filter(({ field }) => listing[field] !== undefined);
      expect(told).toEqual({ facts: seen.map(({ label }) => label) });
      if (seen.length > 0) differing++;
      expect(JSON.stringify(told)).not.toContain(record?.OwnerName ?? 'no owner');
    }
    expect(differing).toBeGreaterThan(0);
    const others = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', {
      search: { version: 1, kinds: ['Land'], lines: [], bounds: [], order: [] },
      set: 'fit',
      limit: 1,
    });
    const { status } = await reader.ask('GET', `/api/portal/homes/${others.rows[0]?.ListingKey}/verify`);
    expect(status).toBe(404);
  });

  it('tells of a home by itself what a client may know: its time for sale, and when it could be seen', async () => {
    const { homes, now } = await open();
    let moments = 0;
    for (const { listing } of await cardsOf(homes)) {
      const key = listing.ListingKey;
      const page = await reader.good<PortalHomeAnswer>('GET', `/api/portal/homes/${key}`);
      const { history } = await stack.juno.good<ListingAnswer>('GET', `/api/listings/${key}`);
      const life = history.lives.find(({ listingKey }) => listingKey === key);
      expect(page.moments.map(({ at, kind }) => [at, kind])).toEqual(life?.moments.map(({ at, kind }) => [at, kind]).reverse());
      moments += page.moments.length;
      expect(page.listing).toEqual(listing);
      // by the audience table these are the agent's
      for (const field of [
        'ClosePrice',
        'CloseDate',
        'PrivateRemarks',
        'ShowingInstructions',
        'ListAgentMobilePhone',
        'OwnerName',
      ])
        expect(page.listing).not.toHaveProperty(field);
      expect(page.captions).toHaveLength(Number(listing['PhotosCount']));
      for (const time of page.times) expect(time > now).toBe(true);
      expect(page.times.length).toBeGreaterThan(2);
    }
    expect(moments).toBeGreaterThan(homes.length);
  });

  it('shows what others of the household say only of those who let it be seen', async () => {
    const { homes, others, sharesReactions } = await open();
    expect([others, sharesReactions]).toEqual([['Teo'], false]);
    const key = homes[0]?.listingKey;
    const othersSay = async () => (await open()).homes.find(({ listingKey }) => listingKey === key)?.others;
    const database = await stack.connect();
    await database.query(
      `INSERT INTO reactions (id, clientId, personId, listingKey, verdict, note, at)
       SELECT UUID(), clientId, id, ?, 'notForUs', 'the stairs', NOW() FROM people WHERE name LIKE 'Teo %'`,
      [key],
    );
    expect(await othersSay()).toEqual([]);
    await database.query("UPDATE people SET sharesReactions = 1 WHERE name LIKE 'Teo %'");
    expect(await othersSay()).toEqual([{ person: 'Teo', verdict: 'notForUs', note: 'the stairs' }]);
    await database.query("DELETE FROM reactions WHERE note = 'the stairs'");
    await database.end();
    await reader.good('PUT', '/api/portal/sharing', { shared: true });
    expect((await open()).sharesReactions).toBe(true);
    await reader.good('PUT', '/api/portal/sharing', { shared: false });
  });

  it('has the shortlists that the agent shares, without notes, dropped homes or what may not be shown, and none of another client', async () => {
    const fits = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', {
      search: { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] },
      set: 'fit',
      limit: 400,
    });
    const isShown = ({ InternetEntireListingDisplayYN: flag }: ListingsAnswer['rows'][number]): boolean => flag === true;
    const before = (await open()).homes;
    const known = new Set(before.map(({ listingKey }) => listingKey));
    const [toldBefore] = before;
    const shown = fits.rows.filter((row) => isShown(row) && !known.has(row.ListingKey)).map(({ ListingKey }) => ListingKey);
    const [seen = '', dropped = '', later = ''] = shown;
    const withheld = fits.rows.find((row) => row['InternetEntireListingDisplayYN'] === false)?.ListingKey ?? '';
    expect([seen, dropped, later, withheld, toldBefore?.listingKey ?? '']).not.toContain('');
    const clientId = (await stack.juno.fileOf('Amara')).id;
    const made = await stack.juno.good<Shortlist>('POST', '/api/shortlists', {
      clientId,
      name: 'For Saturday',
      listingKeys: [seen, dropped, withheld, toldBefore?.listingKey],
    });
    const itemOf = (key: string): string => made.items.find(({ listingKey }) => listingKey === key)?.id ?? '';
    const at = `/api/shortlists/${made.id}`;
    await stack.juno.good('PATCH', `${at}/items/${itemOf(seen)}`, { note: 'Ask about the roof.' });
    await stack.juno.good('PATCH', `${at}/items/${itemOf(dropped)}`, { stage: 'dropped' });
    const keysIn = async (): Promise<readonly string[]> => (await open()).homes.map(({ listingKey }) => listingKey);
    expect(await keysIn()).not.toContain(seen);
    expect((await reader.ask('PUT', `/api/portal/homes/${seen}/reaction`, { verdict: 'like', note: '' })).status).toBe(404);

    expect((await stack.silas.ask('PUT', `${at}/sharing`, { shared: true })).status).toBe(404);
    const shared = await stack.juno.good<Shortlist>('PUT', `${at}/sharing`, { shared: true });
    expect(shared.sharedAt).not.toBeNull();
    await stack.juno.good('POST', `${at}/items`, { listingKeys: [later] });
    const portal = await open();
    expect(portal.shortlists).toEqual([{ id: made.id, name: 'For Saturday', keys: [seen, toldBefore?.listingKey, later] }]);
    const ofIt = portal.homes.filter(({ of }) => of.includes(made.id));
    expect(new Set(ofIt.map(({ listingKey }) => listingKey))).toEqual(new Set([seen, later, toldBefore?.listingKey]));
    const found = (key: string | undefined) => ofIt.find(({ listingKey }) => listingKey === key);
    expect(found(seen)).toMatchObject({ why: 'On “For Saturday”', isNew: true });
    // what was told before is no news by that
    const { why, toldAt } = toldBefore ?? {};
    expect(found(toldBefore?.listingKey)).toMatchObject({ why, toldAt });
    const cards = await cardsOf(ofIt);
    expect(cards).toHaveLength(3);
    expect(JSON.stringify([portal, cards])).not.toContain('roof');
    await reader.good('PUT', `/api/portal/homes/${seen}/reaction`, { verdict: 'like', note: 'the light' });
    const [list] = (await stack.juno.good<Shortlist[]>('GET', '/api/shortlists')).filter(({ id }) => id === made.id);
    expect(list?.items.find(({ listingKey }) => listingKey === seen)?.reactions).toMatchObject([{ note: 'the light' }]);

    // the household puts it in its own order, and takes off what is not for them
    const own = `/api/portal/shortlists/${made.id}`;
    await reader.good('PUT', `${own}/order`, { keys: [later, seen] });
    expect((await open()).shortlists[0]?.keys).toEqual([later, seen, toldBefore?.listingKey]);
    await reader.good('PUT', `${own}/homes/${seen}`, { dropped: true });
    expect((await open()).shortlists[0]?.keys).toEqual([later, toldBefore?.listingKey]);
    const theirs = await stack.juno.good<Shortlist>('GET', at);
    expect(theirs.items.map(({ listingKey }) => listingKey)[0]).toBe(seen);
    expect(theirs.items.find(({ listingKey }) => listingKey === seen)).toMatchObject({
      ...{ stage: 'dropped', why: 'Amara took it off.', ownPosition: 1 },
      reactions: [{ verdict: 'notForUs', note: 'the light' }],
    });
    await reader.good('PUT', `${own}/homes/${seen}`, { dropped: false });
    expect((await open()).shortlists[0]?.keys).toEqual([later, seen, toldBefore?.listingKey]);
    // what the agent took further, or dropped, is not theirs to put back
    for (const stage of ['offer', 'dropped']) {
      await stack.juno.good('PATCH', `${at}/items/${itemOf(seen)}`, { stage, why: 'Sold.' });
      await reader.good('PUT', `${own}/homes/${seen}`, { dropped: false });
      const { items } = await stack.juno.good<Shortlist>('GET', at);
      expect(items.find(({ listingKey }) => listingKey === seen)?.stage).toBe(stage);
    }
    await stack.juno.good('PATCH', `${at}/items/${itemOf(seen)}`, { stage: 'considering', why: '' });
    expect((await reader.ask('PUT', `${own}/homes/none`, { dropped: true })).status).toBe(404);
    const { id: notShared } = await stack.juno.good<Shortlist>('POST', '/api/shortlists', {
      ...{ clientId, name: 'Mine', listingKeys: [seen] },
    });
    for (const [path, body] of [
      [`${notShared}/order`, { keys: [seen] }],
      [`${notShared}/homes/${seen}`, { dropped: true }],
    ] as const)
      expect((await reader.ask('PUT', `/api/portal/shortlists/${path}`, body)).status).toBe(404);

    // to share what is shared changes nothing, and the file's timeline tells it once
    await stack.juno.good('PUT', `${at}/sharing`, { shared: true });
    const { happenings } = await stack.juno.good<TimelinePage>('GET', `/api/clients/${clientId}/timeline?kinds=message`);
    expect(happenings.filter(({ about }) => about?.id === made.id)).toMatchObject([
      { text: 'Shared the shortlist “For Saturday” in the portal', about: { kind: 'shortlist' } },
    ]);

    await stack.juno.good('PUT', `${at}/sharing`, { shared: false });
    expect((await open()).shortlists).toEqual([]);
    expect(await keysIn()).not.toContain(seen);
    expect((await reader.ask('GET', `/api/portal/homes/${seen}`)).status).toBe(404);
  });

  it('keeps one reaction a home, the last one, and refuses what is none', async () => {
    const { homes } = await open();
    const key = homes[0]?.listingKey ?? '';
    const react = (body: object) => reader.ask('PUT', `/api/portal/homes/${key}/reaction`, body);
    expect((await react({ verdict: 'like', note: '  the light ' })).status).toBe(200);
    expect((await react({ verdict: 'notForUs' })).status).toBe(200);
    expect((await react({ verdict: 'adore' })).status).toBe(422);
    expect((await react({ verdict: 'like', note: 'x'.repeat(1001) })).status).toBe(422);
    const after = (await open()).homes.filter(({ listingKey }) => listingKey === key);
    expect(after.map(({ reaction }) => reaction)).toMatchObject([{ verdict: 'notForUs', note: '' }]);
    expect(after[0]?.reaction?.at).toMatch(/^2026-/);
    expect((await cameBy())?.reactions.filter(({ listingKey }) => listingKey === key)).toMatchObject([{ verdict: 'notForUs' }]);
  });

  it('counts no visit of one who does not want it, and tells the agent as much', async () => {
    const [home] = (await open()).homes;
    const path = `/api/portal/homes/${home?.listingKey}/visit`;
    await reader.good('POST', path);
    const before = await cameBy();
    expect(before?.homesOpened.some(({ listingKey }) => listingKey === home?.listingKey)).toBe(true);
    await reader.good('PUT', '/api/portal/visits', { counted: false });
    await later('PT2H');
    expect((await open()).countsVisits).toBe(false);
    for (let times = 0; times < 3; times++) await reader.good('POST', path);
    const after = await cameBy();
    expect([after?.visits, after?.lastAt]).toEqual([before?.visits, before?.lastAt]);
    await reader.good('PUT', '/api/portal/visits', { counted: true });
  });

  it('tells the agent’s open pages at once, and no other agent’s', async () => {
    const heard = async (agent: Browser, during: () => Promise<unknown>): Promise<string> => {
      const stop = new AbortController();
      const response = await agent.stream('/api/events', stop.signal);
      let text = '';
      const reading = (async () => {
        for await (const chunk of response.body ?? []) text += Buffer.from(chunk as Uint8Array).toString();
      })().catch(() => undefined);
      await during();
      for (let tries = 0; tries < 20 && !text.includes('reaction'); tries++)
        await new Promise((resolve) => setTimeout(resolve, 50));
      stop.abort();
      await reading;
      return text;
    };
    const key = (await open()).homes[0]?.listingKey;
    const react = () => reader.good('PUT', `/api/portal/homes/${key}/reaction`, { verdict: 'unsure' });
    expect(await heard(stack.juno, react)).toContain('"reaction"');
    expect(await heard(stack.silas, react)).not.toContain('"reaction"');
  });

  it('is closed by a link that has run out or was withdrawn, with what to do', async () => {
    const database = await stack.connect();
    for (const [set, back] of [
      ['expiresAt = NOW() - INTERVAL 1 DAY', 'expiresAt = NOW() + INTERVAL 9 DAY'],
      ['revokedAt = NOW()', 'revokedAt = NULL'],
    ]) {
      await database.query(`UPDATE links SET ${set} WHERE purpose = 'portal'`);
      expect(await reader.ask('GET', '/api/portal')).toMatchObject({
        status: 404,
        body: { code: 'link.expired', message: expect.stringContaining('newest message') },
      });
      await database.query(`UPDATE links SET ${back} WHERE purpose = 'portal'`);
      expect((await reader.ask('GET', '/api/portal')).status).toBe(200);
    }
    await database.end();
  });

  it('forgets the browsers that were known when its reader closes it to all who have a link', async () => {
    const rowsOf = async (): Promise<number> => {
      const database = await stack.connect();
      const [rows] = await database.query<RowDataPacket[]>('SELECT tokenHash FROM known_browsers');
      await database.end();
      return rows.length;
    };
    expect(await rowsOf()).toBe(1);
    await reader.good('DELETE', '/api/portal/links');
    expect(await rowsOf()).toBe(0);
    const database = await stack.connect();
    await database.query("UPDATE links SET revokedAt = NULL WHERE purpose = 'portal'");
    await database.end();
    expect((await open()).isKnown).toBe(false);
  });

  it('ends all messages to its reader, who stands so in the agent’s file', async () => {
    await reader.good('POST', '/api/portal/stop');
    const file = await stack.juno.good<ClientFile>('GET', `/api/clients/${(await stack.juno.fileOf('Amara')).id}`);
    expect(file.people.filter(({ stoppedAt }) => stoppedAt !== null)).toHaveLength(1);
    const before = (await stack.mailbox()).filter(({ to }) =>
      to.includes(file.people.find((each) => each.stoppedAt)?.email ?? ''),
    ).length;
    await later('P4D');
    const after = (await stack.mailbox()).filter(({ to }) =>
      to.includes(file.people.find((each) => each.stoppedAt)?.email ?? ''),
    ).length;
    expect(after).toBe(before);
  });
});

describe('the base map', () => {
  it('comes in pieces, empty where the county is, and nothing else by its names', async () => {
    const piece = (name: string) => stack.juno.ask<{ type: string; features: unknown[] }>('GET', `/api/map/${name}`);
    for (const name of ['far.geojson', 'zones.geojson']) {
      const { headers, body } = await piece(name);
      expect(headers.get('content-type')).toContain('application/geo+json');
      expect(body.features.length).toBeGreaterThan(0);
    }
    expect((await piece('99999_99999.geojson')).body.features).toEqual([]);
    for (const name of ['roads.json', '..%2f..%2frun.json', 'far', '1_2_3.geojson']) expect((await piece(name)).status).toBe(404);
  });
});
