import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type {
  ClientFile,
  ClientNeed,
  ClientSummary,
  ComparisonAnswer,
  ContactsRead,
  Portal,
  Proposal,
  SavedSearch,
  SentMessage,
  SentLetter,
  SentPage,
  TimelinePage,
  Today,
  WishEffect,
} from '@perambula/contract';
import { startTestStack } from '../testing/stack.js';
import type { Browser, TestStack } from '../testing/stack.js';
import { KEPT_OF_CLIENTS } from './keptOfClients.js';

let stack: TestStack;
let juno: Browser;
/** Bashir's file, its search, and his browser with his portal open. */
let bashir: ClientFile;
let reader: Browser;
beforeAll(async () => {
  stack = await startTestStack();
  juno = stack.juno;
  bashir = await juno.fileOf('Bashir');
  let token: string | undefined;
  for (let days = 0; days < 5 && token === undefined; days++) {
    await later('P1D');
    token = await linkTo('bashir@odell.example');
  }
  reader = stack.browser();
  await reader.good('POST', '/api/portal/session', { token });
}, 180_000);
afterAll(() => stack.end());

const later = (period: string): Promise<unknown> => juno.good('POST', '/api/demo/clock', { advance: period });
/** The token of the newest link into the portal that somebody got. */
async function linkTo(address: string): Promise<string | undefined> {
  for (const { id, to } of await stack.mailbox()) {
    if (!to.includes(address)) continue;
    const { text = '' } = await simpleParser(await stack.raw(id));
    const token = /\/p\/([\w-]+)/.exec(text)?.[1];
    if (token) return token;
  }
  return undefined;
}
const fileOf = (id: string): Promise<ClientFile> => juno.good('GET', `/api/clients/${id}`);
const open = async (name: string, ...emails: string[]): Promise<string> =>
  (
    await juno.good<{ id: string }>('POST', '/api/clients', {
      name,
      people: emails.map((email) => ({ name: email.split('@')[0], email })),
    })
  ).id;
const timeline = (id: string, query = ''): Promise<TimelinePage> => juno.good('GET', `/api/clients/${id}/timeline${query}`);
const texts = async (id: string, query = ''): Promise<string[]> => (await timeline(id, query)).happenings.map(({ text }) => text);
const rows = async (query: string, values: unknown[] = []): Promise<Record<string, unknown>[]> => {
  const database = await stack.connect();
  try {
    const [found] = await database.query(query, values);
    return found as Record<string, unknown>[];
  } finally {
    await database.end();
  }
};

describe('a timeline', () => {
  it('tells what became of a search and its alert, in the search’s own words', async () => {
    const [search] = bashir.savedSearches as [SavedSearch];
    const [price, ...lines] = search.document.lines;
    const document = { ...search.document, lines: [{ ...price, is: { atMost: 395000 } }, ...lines] };
    await juno.good('PUT', `/api/searches/${search.id}`, { name: search.name, document, version: search.version });
    await juno.good('PATCH', `/api/searches/${search.id}/alert`, { state: 'paused' });
    await juno.good('PATCH', `/api/searches/${search.id}/alert`, { state: 'running' });
    const { happenings } = await timeline(bashir.id, '?kinds=search');
    expect(happenings.map(({ text }) => text).sort()).toEqual([
      'Alert of “First home near the line”: paused',
      'Alert of “First home near the line”: running',
      'Search “First home near the line” changed: List price up to $380,000 → up to $395,000',
    ]);
    expect(new Set(happenings.map(({ about }) => about?.id))).toEqual(new Set([search.id]));
  });

  it('goes back page by page, with nothing left out or told twice, and is narrowed to some kinds', async () => {
    const id = await open('Many Notes', 'many@notes.example');
    const notes = Array.from({ length: 90 }, (_, i) => `Note ${i}`);
    for (const text of notes) await juno.good('POST', `/api/clients/${id}/timeline`, { kind: 'note', text });
    const read: string[] = [];
    let before: string | null = '';
    let pages = 0;
    while (before !== null) {
      const page: TimelinePage = await timeline(id, before ? `?before=${before}` : '');
      read.push(...page.happenings.map(({ text }) => text));
      before = page.earlier;
      pages++;
    }
    expect(pages).toBeGreaterThan(1);
    expect(read.filter((text) => text.startsWith('Note')).sort()).toEqual(notes.toSorted());
    expect(await texts(id, '?kinds=visit,message')).toEqual([]);
    expect(await juno.ask('GET', `/api/clients/${id}/timeline?kinds=gossip`)).toMatchObject({ status: 422 });
  });

  it('takes out a note or a call again, and nothing else', async () => {
    const id = await open('Ray Pell', 'ray@pell.example');
    await juno.good('POST', `/api/clients/${id}/timeline`, { kind: 'call', text: 'wants to wait until May' });
    await juno.good('POST', `/api/clients/${id}/people`, { name: 'Mo Pell', email: 'mo@pell.example' });
    const { happenings } = await timeline(id);
    expect(happenings.map(({ text, isOwn }) => [text, isOwn]).sort()).toEqual([
      ['Called: wants to wait until May', true],
      ['Mo Pell came to this household', false],
    ]);
    const removed = await Promise.all(
      happenings.map(async (each) => [each.isOwn, (await juno.ask('DELETE', `/api/clients/${id}/timeline/${each.id}`)).status]),
    );
    expect(removed.sort()).toEqual([
      [false, 404],
      [true, 200],
    ]);
    expect(await texts(id)).toEqual(['Mo Pell came to this household']);
  });
});

describe('what a household needs', () => {
  it('is kept as it was said, by whoever said it, and is told in the timeline', async () => {
    const id = await open('Ola & Per Sund', 'ola@sund.example', 'per@sund.example');
    const [ola] = (await fileOf(id)).people;
    const needs = (): Promise<ClientNeed[]> => juno.good('GET', `/api/clients/${id}/needs`);
    const say = (body: object, way = 'POST', path = ''): Promise<ClientNeed> =>
      juno.good(way, `/api/clients/${id}/needs${path}`, body);
    const cost = { id: 'cost', field: 'MonthlyCost', is: { atMost: 2800 } };
    await say({ question: 'paid', words: '', line: cost });
    const beds = await say({ question: 'must', personId: ola?.id, words: ' 3 beds ' });
    await say({ question: 'by', words: 'The lease ends', day: '2026-06-30' });
    await say({ question: 'must', personId: ola?.id, words: '4 beds' }, 'PUT', `/${beds.id}`);
    // what is said again as it stands is told once
    await say({ question: 'must', personId: ola?.id, words: '4 beds' }, 'PUT', `/${beds.id}`);
    expect((await needs()).map(({ question, personId, words, line, day }) => [question, personId, words, line, day])).toEqual([
      ['must', ola?.id, '4 beds', null, null],
      ['by', null, 'The lease ends', null, '2026-06-30'],
      ['paid', null, '', cost, null],
    ]);
    const { happenings } = await timeline(id, '?kinds=note');
    expect(happenings.map(({ text }) => text).sort()).toEqual([
      'A home must have: “3 beds”, said ola',
      'A home must have: “4 beds”, said ola',
      'How it is paid: Monthly cost: up to $2,800, with 20% down at 6.5% over 30 years',
      'When to move: by Jun 30, 2026, “The lease ends”',
    ]);
    expect(happenings[0]?.about).toEqual({ kind: 'needs', id });
    const { body } = await juno.ask<{ needs: object[] }>('GET', `/api/clients/${id}/people/${ola?.id}/data`);
    expect(body.needs).toMatchObject([{ question: 'must', words: '4 beds' }]);
    await juno.good('DELETE', `/api/clients/${id}/needs/${beds.id}`);
    expect(await needs()).toHaveLength(2);
  });

  it('says something, of somebody of theirs, and belongs to their agent', async () => {
    const { people } = bashir;
    const amara = await juno.fileOf('Amara');
    const say = (body: object, by = juno) => by.ask('POST', `/api/clients/${bashir.id}/needs`, { question: 'must', ...body });
    expect((await say({ words: ' ' })).body.message).toBe('Write what they said.');
    expect((await say({ words: 'x', line: { id: 'a', field: 'Nowhere', is: { atMost: 1 } } })).status).toBe(422);
    expect((await say({ words: 'x', day: '2026-02-30' })).status).toBe(422);
    expect((await say({ words: 'x', personId: amara.people[0]?.id })).status).toBe(404);
    expect((await say({ words: 'x', personId: people[0]?.id }, stack.silas)).status).toBe(404);
    const mine = await juno.good<ClientNeed>('POST', `/api/clients/${bashir.id}/needs`, { question: 'must', words: 'x' });
    for (const [way, body] of [
      ['PUT', { question: 'must', words: 'y' }],
      ['DELETE', undefined],
    ] as const)
      expect((await juno.ask(way, `/api/clients/${amara.id}/needs/${mine.id}`, body)).status).toBe(404);
    await juno.good('DELETE', `/api/clients/${bashir.id}/needs/${mine.id}`);
  });
});

describe('a household’s hours', () => {
  it('move what is due by its alerts, by the clock of its own zone', async () => {
    const dueOf = async (): Promise<string> => (await fileOf(bashir.id)).savedSearches[0]?.alert?.nextDueAt ?? '';
    const hours = { zone: 'America/Los_Angeles', quietFrom: '20:00', quietUntil: '09:15' };
    await juno.good('PUT', `/api/clients/${bashir.id}/hours`, hours);
    expect((await fileOf(bashir.id)).hours).toEqual(hours);
    const due = new Date(await dueOf()).toLocaleTimeString('en-US', { timeZone: 'America/Los_Angeles' });
    expect(due).toBe('9:15:00 AM');
    await juno.good('PUT', `/api/clients/${bashir.id}/hours`, { ...hours, zone: 'America/New_York', quietUntil: '07:00' });
    expect(new Date(await dueOf()).toLocaleTimeString('en-US', { timeZone: 'America/New_York' })).toBe('7:30:00 AM');
    const wrong = await juno.ask('PUT', `/api/clients/${bashir.id}/hours`, { ...hours, zone: 'Ostrey/Harbor' });
    expect([wrong.status, wrong.body.details['path']]).toEqual([422, 'zone']);
  });
});

describe('what a client and their agent write to each other', () => {
  it('waits on Today until it is answered, by e-mail and in the portal, or needs no answer', async () => {
    const { homes } = await reader.good<Portal>('GET', '/api/portal');
    const key = homes[0]?.listingKey;
    await reader.good('POST', '/api/portal/written', { text: 'Is the cellar dry?', listingKey: key });
    await reader.good('POST', '/api/portal/written', { text: 'Thank you!' });
    const { written } = await juno.good<Today>('GET', '/api/today');
    expect(written.map(({ person, text, home }) => [person, text, home?.listingKey])).toEqual([
      ['Bashir Odell', 'Is the cellar dry?', key],
      ['Bashir Odell', 'Thank you!', undefined],
    ]);
    const [asked, thanks] = written;
    const answer = (id: string | undefined, text: string) =>
      juno.good('POST', `/api/clients/${bashir.id}/timeline/${id}/answer`, { text });
    await answer(asked?.id, 'Dry, says the office.');
    await answer(thanks?.id, '');
    expect((await juno.good<Today>('GET', '/api/today')).written).toEqual([]);
    await vi.waitFor(async () => {
      const mail = (await stack.mailbox()).find(({ subject }) => subject === 'Juno Albright answers you');
      const { text = '' } = await simpleParser(await stack.raw(mail?.id ?? ''));
      expect(text).toContain('Dry, says the office.');
      expect(text).toContain('You wrote: “Is the cellar dry?”');
    }, 20_000);
    const shown = (await reader.good<Portal>('GET', '/api/portal')).written;
    expect(shown.map(({ isByAgent, text }) => [isByAgent, text]).sort()).toEqual([
      [false, 'Is the cellar dry?'],
      [false, 'Thank you!'],
      [true, 'Dry, says the office.'],
    ]);
  });

  it('is about no home that was not told to them, and never another client’s to answer', async () => {
    expect((await reader.ask('POST', '/api/portal/written', { text: 'And this?', listingKey: 'OST-NOWHERE' })).status).toBe(404);
    await reader.good('POST', '/api/portal/written', { text: 'Are you there?' });
    const [one] = (await juno.good<Today>('GET', '/api/today')).written;
    const other = await juno.fileOf('Amara');
    for (const [agent, id] of [
      [juno, other.id],
      [stack.silas, bashir.id],
    ] as const)
      expect((await agent.ask('POST', `/api/clients/${id}/timeline/${one?.id}/answer`, { text: 'Yes' })).status).toBe(404);
    await juno.good('POST', `/api/clients/${bashir.id}/timeline/${one?.id}/answer`, { text: '' });
  });

  it('is not all that they decide: how often they hear of each search, too, and the file says that they did', async () => {
    const [search] = bashir.savedSearches as [SavedSearch];
    await reader.good('PATCH', `/api/portal/searches/${search.id}/alert`, { cadence: 'weekly' });
    const [shown] = (await reader.good<Portal>('GET', '/api/portal')).searches;
    expect(shown).toMatchObject({ cadence: 'weekly', state: 'running' });
    await reader.good('PATCH', `/api/portal/searches/${search.id}/alert`, { state: 'paused' });
    expect((await fileOf(bashir.id)).savedSearches[0]?.alert).toMatchObject({
      cadence: 'weekly',
      state: 'paused',
      nextDueAt: null,
    });
    expect(await texts(bashir.id, '?kinds=search')).toEqual(
      expect.arrayContaining([
        'Alert of “First home near the line”: weekly, by Bashir Odell',
        'Alert of “First home near the line”: paused, by Bashir Odell',
      ]),
    );
    const { id: notTheirs } = await juno.searchOf('Amara');
    expect((await reader.ask('PATCH', `/api/portal/searches/${notTheirs}/alert`, { state: 'stopped' })).status).toBe(404);
  });
});

describe('a search that a client would have otherwise', () => {
  const IN_THE_COUNTY = {
    type: 'Polygon',
    coordinates: [[[-66.2, 40.45], [-65.8, 40.45], [-65.8, 40.75], [-66.2, 40.75], [-66.2, 40.45]]],
  }; // prettier-ignore
  const up = { lines: [{ id: 'p', field: 'ListPrice', is: { atMost: 480_000 } }], bounds: [] };

  it('is tried by them and sent to their agent, who sees it as their search stands, and answers', async () => {
    const [search] = bashir.savedSearches as [SavedSearch];
    const path = `/api/portal/searches/${search.id}`;
    const tried = await reader.good<WishEffect>('POST', `${path}/wish`, { wish: up, widens: false });
    expect(tried.changes.map(({ about, after }) => [about, after])).toEqual([['List price', 'up to $480,000']]);
    const b = (await juno.good<SavedSearch>('GET', `/api/searches/${search.id}`)).document;
    const wished = { ...b, lines: b.lines.map((line) => (line.id === 'price' ? { ...up.lines[0], id: 'price' } : line)) };
    const { rows: added } = await juno.good<ComparisonAnswer>('POST', '/api/searches/compare', {
      a: b,
      b: wished,
      part: 'onlyB',
      limit: 200,
    });
    expect(tried.adds).toBeGreaterThan(0);
    expect(tried.adds).toBe(added.filter((row) => row['InternetEntireListingDisplayYN'] === true).length);
    expect(tried.drops).toBe(0);
    // nothing is told by trying
    expect((await juno.good<Today>('GET', '/api/today')).written).toEqual([]);
    await reader.good('POST', `${path}/proposals`, { wish: up, widens: false, text: 'Up to 480k would do' });
    const [written] = (await juno.good<Today>('GET', '/api/today')).written;
    expect(written).toMatchObject({ person: 'Bashir Odell', text: 'Up to 480k would do', isProposal: true, home: null });
    const proposal = await juno.good<Proposal>('GET', `/api/clients/${bashir.id}/proposals/${written?.id}`);
    expect(proposal).toMatchObject({ searchId: search.id, drops: 0, document: wished, changes: tried.changes });
    expect(proposal.adds).toBeGreaterThanOrEqual(tried.adds);
    expect((await stack.silas.ask('GET', `/api/clients/${bashir.id}/proposals/${written?.id}`)).status).toBe(404);
    expect((await juno.good<SavedSearch>('GET', `/api/searches/${search.id}`)).document).toEqual(b);
    expect((await timeline(bashir.id, '?kinds=message')).happenings[0]).toMatchObject({
      text: 'Bashir Odell wishes a search changed: “Up to 480k would do”',
      about: { kind: 'search', id: search.id },
    });
    await juno.good('POST', `/api/clients/${bashir.id}/timeline/${written?.id}/answer`, { text: 'Done.' });
    expect((await reader.good<Portal>('GET', '/api/portal')).written.map(({ text }) => text)).toEqual(
      expect.arrayContaining(['Up to 480k would do', 'Done.']),
    );
    expect((await juno.good<Today>('GET', '/api/today')).written).toEqual([]);
  });

  it('counts no home by its place that shows no address, and none that may not be shown', async () => {
    const [search] = bashir.savedSearches as [SavedSearch];
    const b = (await juno.good<SavedSearch>('GET', `/api/searches/${search.id}`)).document;
    const all = { id: 'all', mode: 'in', shape: IN_THE_COUNTY };
    let hidden = 0;
    for (const most of [480_000, 540_000, 600_000, 700_000, 800_000, 1_000_000]) {
      const price = { id: 'price', field: 'ListPrice', is: { atMost: most } };
      // an area takes the place of towns by name
      const lines = b.lines.filter(({ id }) => id !== 'town').map((line) => (line.id === 'price' ? price : line));
      const { rows: added } = await juno.good<ComparisonAnswer>('POST', '/api/searches/compare', {
        a: b,
        b: { ...b, lines, bounds: [...b.bounds, all] },
        part: 'onlyB',
        limit: 200,
      });
      const shown = added.filter(
        (row) => row['InternetEntireListingDisplayYN'] === true && row['InternetAddressDisplayYN'] === true,
      );
      const body = { wish: { lines: [price], bounds: [all] }, widens: false };
      const tried = await reader.good<WishEffect>('POST', `/api/portal/searches/${search.id}/wish`, body);
      expect([most, tried.adds]).toEqual([most, shown.length]);
      hidden += added.length - shown.length;
    }
    expect(hidden).toBeGreaterThan(0);
  });

  it('is a search of theirs, by what clients may know, and has its limits', async () => {
    const [search] = bashir.savedSearches as [SavedSearch];
    const ask = (wish: object, id = search.id) => reader.ask('POST', `/api/portal/searches/${id}/wish`, { wish, widens: false });
    const by = (field: string, is: object) => ({ lines: [{ id: 'a', field, is }], bounds: [] });
    const { id: notTheirs } = await juno.searchOf('Amara');
    expect((await ask(up, notTheirs)).status).toBe(404);
    for (const wish of [
      by('PrivateRemarks', { words: { anyOf: ['motivated'] } }),
      by('PostalCode', { anyOf: ['00071'] }),
      by('Nowhere', { atMost: 1 }),
    ])
      expect([(await ask(wish)).status, wish.lines[0]?.field]).toEqual([422, wish.lines[0]?.field]);
    const many = {
      lines: Array.from({ length: 21 }, (_, i) => ({ id: `l${i}`, field: 'Baths', is: { atLeast: 1 } })),
      bounds: [],
    };
    expect((await ask(many)).body.message).toBe('A wish has at most 20 lines and 5 areas.');
    expect(
      (await stack.browser().ask('POST', `/api/portal/searches/${search.id}/wish`, { wish: up, widens: false })).status,
    ).toBe(404);
    expect((await reader.good<{ choices: Record<string, string[]> }>('GET', '/api/portal/words')).choices['City']).toContain(
      'Wrenfield',
    );
  });
});

describe('what was sent', () => {
  const sent = (query = ''): Promise<SentPage> => juno.good('GET', `/api/sent${query}`);

  it('says whose link was followed, and can be narrowed to it', async () => {
    const opened = (await sent(`?clientId=${bashir.id}&which=opened`)).messages;
    const unopened = (await sent(`?clientId=${bashir.id}&which=unopened`)).messages;
    expect(opened.length).toBeGreaterThan(0);
    expect(opened.every(({ openedAt, to }) => openedAt !== null && to === 'Bashir Odell')).toBe(true);
    expect(unopened.every(({ openedAt, state }) => openedAt === null && state === 'sent')).toBe(true);
    const ids = (await sent(`?clientId=${bashir.id}`)).messages.map(({ id }) => id);
    expect(ids).toEqual(expect.arrayContaining([...opened, ...unopened].map(({ id }) => id)));
  });

  it('counts no link for whoever declines to be counted', async () => {
    await reader.good('PUT', '/api/portal/visits', { counted: false });
    const [search] = bashir.savedSearches as [SavedSearch];
    await reader.good('PATCH', `/api/portal/searches/${search.id}/alert`, { state: 'running', cadence: 'atOnce' });
    const before = (await sent(`?clientId=${bashir.id}&which=opened`)).messages.length;
    const token = await linkTo('bashir@odell.example');
    await stack.browser().good('POST', '/api/portal/session', { token });
    expect((await sent(`?clientId=${bashir.id}&which=opened`)).messages.length).toBe(before);
    await reader.good('PUT', '/api/portal/visits', { counted: true });
  });

  it('goes out again as it was, under a name of its own, but not what asks for an address to be confirmed', async () => {
    const [message] = (await sent(`?clientId=${bashir.id}`)).messages.filter(({ kind }) => kind === 'digest') as [SentMessage];
    const { homes } = await juno.good<SentLetter>('GET', `/api/sent/${message.id}`);
    const page = String((await juno.ask('GET', `/api/outbox/${message.id}/body`)).body);
    const pictured = [...page.matchAll(/\/media\/([\w-]+)\//g)].map(([, key]) => key);
    expect(homes.length).toBeGreaterThan(0);
    expect(homes.map(({ listingKey }) => listingKey).sort()).toEqual([...new Set(pictured)].sort());
    const { id } = await juno.good<{ id: string }>('POST', `/api/sent/${message.id}/again`);
    expect((await juno.good<SentLetter>('GET', `/api/sent/${id}`)).homes).toEqual(homes);
    await vi.waitFor(async () => expect(await juno.good('GET', `/api/sent/${id}`)).toMatchObject({ state: 'sent' }), 20_000);
    const copies = (await stack.mailbox()).filter(({ subject }) => subject === message.subject);
    expect(new Set(copies.map(({ messageId }) => messageId)).size).toBe(copies.length);
    const [first, second] = await rows('SELECT html FROM outbox WHERE id IN (?)', [[message.id, id]]);
    expect(first).toEqual(second);
    const rowan = await juno.fileOf('Rowan');
    await juno.good('POST', `/api/clients/${rowan.id}/people/${rowan.people[0]?.id}/confirmation`);
    const [confirmation] = (await sent(`?clientId=${rowan.id}`)).messages as [SentMessage];
    expect(confirmation).toMatchObject({ kind: 'confirmation', canGoAgain: false });
    expect((await juno.ask('POST', `/api/sent/${confirmation.id}/again`)).body.code).toBe('message.notAgain');
    for (const path of [`/api/sent/${message.id}`, `/api/outbox/${message.id}/body`])
      expect([path, (await stack.silas.ask('GET', path)).status]).toEqual([path, 404]);
  });

  it('that could not go stands on Today until it is put aside, or sent again', async () => {
    const failed = async (): Promise<string[]> => (await juno.good<Today>('GET', '/api/today')).failed.map(({ id }) => id);
    const messages = (await sent(`?clientId=${bashir.id}`)).messages.filter(
      ({ kind, state }) => kind === 'digest' && state === 'sent',
    );
    const ids = messages.slice(0, 2).map(({ id }) => id);
    expect(ids).toHaveLength(2);
    await rows("UPDATE outbox SET state = 'failed', lastError = 'The mail server answered: 552 full' WHERE id IN (?)", [ids]);
    expect((await failed()).sort()).toEqual(ids.toSorted());
    await juno.good('POST', `/api/outbox/${ids[0]}/pass`, { send: false });
    await juno.good('POST', `/api/sent/${ids[1]}/again`);
    expect(await failed()).toEqual([]);
    expect((await juno.ask('POST', `/api/outbox/${ids[0]}/pass`, { send: true })).status).toBe(404);
  });

  it('is read by the agent without a link into the client’s portal, which would be counted as theirs', async () => {
    const [message] = (await sent(`?clientId=${bashir.id}`)).messages as [SentMessage];
    const { body } = await juno.ask<string>('GET', `/api/outbox/${message.id}/body`);
    expect(body).toContain('Bashir');
    expect(body).not.toMatch(/href="[^"]*\/(p|stop|confirm)\//);
  });
});

describe('whole files', () => {
  it('that are put away are listed apart, write to nobody, and come back as they were', async () => {
    const [search] = bashir.savedSearches as [SavedSearch];
    const listed = async (query = ''): Promise<string[]> =>
      (await juno.good<ClientSummary[]>('GET', `/api/clients${query}`)).map(({ name }) => name);
    await juno.good('POST', `/api/clients/${bashir.id}/archive`, { archived: true });
    expect([await listed(), await listed('?archived=true')]).toEqual([
      expect.not.arrayContaining(['Bashir Odell']),
      ['Bashir Odell'],
    ]);
    expect((await fileOf(bashir.id)).savedSearches[0]?.alert?.state).toBe('paused');
    const asked = await reader.ask('PATCH', `/api/portal/searches/${search.id}/alert`, { state: 'running' });
    expect(asked.body.code).toBe('alert.notRunning');
    await juno.good('POST', `/api/clients/${bashir.id}/archive`, { archived: false });
    await juno.good('PATCH', `/api/searches/${search.id}/alert`, { state: 'running' });
    expect(await listed()).toContain('Bashir Odell');
  });

  it('become one: what was in both is there, once, and a stop in either holds', async () => {
    const [a, b] = [await open('Ada Lo', 'ada@lo.example'), await open('The Los', 'ada@lo.example', 'ben@lo.example')];
    await juno.good('PATCH', `/api/clients/${a}`, { notes: 'Likes the river.' });
    await juno.good('PATCH', `/api/clients/${b}`, {
      notes: 'Has a boat.',
      agreement: { from: '2026-04-01', until: '2026-09-30', scope: 'A home' },
    });
    const [adas, bens] = [(await fileOf(a)).people[0], (await fileOf(b)).people];
    const other = bens.find(({ email }) => email === 'ada@lo.example');
    const database = await stack.connect();
    await database.query('UPDATE people SET confirmedAt = NOW() WHERE id = ?', [adas?.id]);
    await database.query('UPDATE people SET stoppedAt = NOW() WHERE id = ?', [other?.id]);
    const said = (personId: string | undefined, clientId: string, verdict: string, at: string) =>
      database.query(
        'INSERT INTO reactions (id, clientId, personId, listingKey, verdict, note, at) VALUES (UUID(), ?, ?, ?, ?, "", ?)',
        [clientId, personId, 'OST-1', verdict, at],
      );
    await said(adas?.id, a, 'like', '2026-04-10 10:00');
    await said(other?.id, b, 'notForUs', '2026-04-12 10:00');
    await database.query(
      'INSERT INTO visits (clientId, personId, listingKey, at) VALUES (?, ?, NULL, NOW()), (?, ?, NULL, NOW())',
      [a, adas?.id, b, other?.id],
    );
    await database.end();
    await juno.good('PUT', `/api/clients/${b}/hours`, { zone: 'America/Denver', quietFrom: '21:00', quietUntil: '07:00' });
    await juno.good('POST', `/api/clients/${a}/merge`, { otherId: b });
    expect(await juno.ask('GET', `/api/clients/${b}`)).toMatchObject({ status: 404 });
    const one = await fileOf(a);
    expect(one).toMatchObject({ notes: 'Likes the river.\n\nHas a boat.', agreement: { until: '2026-09-30' } });
    // whoever came over keeps the clock of the file that is gone
    expect(one.people.map(({ email, stoppedAt, timeZone }) => [email, stoppedAt !== null, timeZone]).sort()).toEqual([
      ['ada@lo.example', true, null],
      ['ben@lo.example', false, 'America/Denver'],
    ]);
    expect(await rows('SELECT verdict, personId FROM reactions WHERE clientId = ?', [a])).toEqual([
      { verdict: 'notForUs', personId: adas?.id },
    ]);
    expect(await rows('SELECT id FROM visits WHERE clientId = ? AND personId = ?', [a, adas?.id])).toHaveLength(2);
    expect((await juno.ask('POST', `/api/clients/${a}/merge`, { otherId: a })).status).toBe(422);
    const silass = await stack.silas.fileOf('Esme');
    expect((await juno.ask('POST', `/api/clients/${a}/merge`, { otherId: silass.id })).status).toBe(404);
  });

  it('give out all that is kept of a person, without what would open their portal', async () => {
    const person = bashir.people[0];
    const { body, headers } = await juno.ask<string>('GET', `/api/clients/${bashir.id}/people/${person?.id}/data`);
    expect(headers.get('content-disposition')).toContain('attachment');
    const data = (typeof body === 'string' ? JSON.parse(body) : body) as Record<string, unknown[]>;
    expect(data).toMatchObject({ person: { email: 'bashir@odell.example' }, household: { name: 'Bashir Odell' } });
    expect(data['written']?.length).toBeGreaterThan(1);
    expect(data['messages']?.length).toBeGreaterThan(1);
    expect(data['portalVisits']?.length).toBeGreaterThan(0);
    expect(JSON.stringify(data['links'])).not.toMatch(/[\da-f]{64}/);
  });

  it('know every table that keeps something of a client', async () => {
    const found = await rows(
      'SELECT TABLE_NAME AS name, COLUMN_NAME AS col FROM information_schema.COLUMNS WHERE TABLE_SCHEMA = DATABASE() AND COLUMN_NAME IN (?) ORDER BY 1',
      [Object.keys(KEPT_OF_CLIENTS)],
    );
    const byColumn = Object.fromEntries(
      Object.keys(KEPT_OF_CLIENTS).map((column) => [
        column,
        found
          .filter(({ col }) => col === column)
          .map(({ name }) => String(name))
          .sort(),
      ]),
    );
    expect(byColumn).toEqual(KEPT_OF_CLIENTS);
  });

  it('are deleted for good, of one person or altogether: nothing is left that names them', async () => {
    const [person] = bashir.people;
    const left = async (column: string, tables: readonly string[], ids: readonly unknown[]): Promise<string[]> => {
      const counts = await Promise.all(
        tables.map(
          async (table) => [table, (await rows(`SELECT 1 FROM ${table} WHERE ${column} IN (?)`, [ids])).length] as const,
        ),
      );
      return counts.filter(([, n]) => n > 0).map(([table]) => table);
    };
    const searches = bashir.savedSearches.map(({ id }) => id);
    expect(await left('clientId', KEPT_OF_CLIENTS.clientId, [bashir.id])).not.toEqual([]);
    await juno.good('DELETE', `/api/clients/${bashir.id}/people/${person?.id}/data`);
    expect(await left('personId', KEPT_OF_CLIENTS.personId, [person?.id])).toEqual([]);
    expect((await fileOf(bashir.id)).people).toEqual([]);
    expect((await reader.ask('GET', '/api/portal')).status).toBe(404);
    await juno.good('DELETE', `/api/clients/${bashir.id}`);
    expect(await left('clientId', KEPT_OF_CLIENTS.clientId, [bashir.id])).toEqual([]);
    expect(await left('searchId', KEPT_OF_CLIENTS.searchId, searches)).toEqual([]);
    expect(await rows('SELECT id FROM clients WHERE id = ?', [bashir.id])).toEqual([]);
    // the alerts of everybody else go on
    await later('PT1H');
    expect((await stack.silas.ask('DELETE', `/api/clients/${(await juno.fileOf('Amara')).id}`)).status).toBe(404);
  });
});

describe('people in and out of files', () => {
  const read = (text: string): Promise<ContactsRead> =>
    juno.ask<ContactsRead>('POST', '/api/contacts/read', text, { 'content-type': 'text/csv' }).then(({ body }) => body);

  it('are read with what will become of each, taken once, and written out as they were read', async () => {
    const file = [
      'Household,First Name,Last Name,E-mail Address,Mobile Phone,Notes',
      'Quist,Ida,Quist,ida@quist.example,555-0151,"Two cats, one barn"',
      'Quist,Olle,Quist,olle@quist.example,,',
      ',Nadia,Kesteven,nadia@kesteven.example,,',
      ',Nobody,Here,no address,,',
    ].join('\r\n');
    const { households, refused } = await read(file);
    expect(households.map(({ name, people, fate }) => [name, people.length, fate.is])).toEqual([
      ['Quist', 2, 'new'],
      ['Nadia Kesteven', 1, 'known'],
    ]);
    expect(refused).toEqual([{ at: 5, reason: '“no address” is no e-mail address' }]);
    const taking = { households: households.map(({ name, people, notes }) => ({ name, people, notes })) };
    expect(await juno.good('POST', '/api/contacts', taking)).toEqual({ opened: 1, added: 0 });
    expect(await juno.good('POST', '/api/contacts', taking)).toEqual({ opened: 0, added: 0 });
    const third = {
      households: [
        {
          name: 'Quist',
          people: [...(taking.households[0]?.people ?? []), { name: 'Una', email: 'una@quist.example' }],
          notes: '',
        },
      ],
    };
    expect(await juno.good('POST', '/api/contacts', third)).toEqual({ opened: 0, added: 1 });
    const quist = await juno.fileOf('Quist');
    expect(quist).toMatchObject({ notes: 'Two cats, one barn' });
    expect(quist.people.map(({ email, confirmedAt }) => [email, confirmedAt]).sort()).toEqual([
      ['ida@quist.example', null],
      ['olle@quist.example', null],
      ['una@quist.example', null],
    ]);
    for (const as of ['csv', 'vcard']) {
      const { body } = await juno.ask<string>('GET', `/api/contacts?as=${as}`);
      const again = (await read(body)).households.find(({ name }) => name === 'Quist');
      expect([as, again?.people.length, again?.fate.is, again?.notes]).toEqual([as, 3, 'known', 'Two cats, one barn']);
    }
  });
});
