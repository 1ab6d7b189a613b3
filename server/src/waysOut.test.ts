import { simpleParser } from 'mailparser';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { ClientFile, FeedState, Portal, PortalCard, PortalHomeAnswer, Showing, VisitorHomes } from '@perambula/contract';
import { home, startOwnFeed } from './testing/ownFeed.js';
import type { OwnFeed } from './testing/ownFeed.js';
import { startTestStack } from './testing/stack.js';
import type { Browser, TestStack } from './testing/stack.js';

/** Four homes that came on the market at once; sellers and offices withhold three of them, or parts of them. */
const CITY = 'Hollow End';
const NEWS = {
  City: CITY,
  Longitude: -66.006,
  Latitude: 40.609,
  ModificationTimestamp: '2026-04-14T11:00:00.000Z',
  PhotosCount: 1,
};
const OPEN = home('OPEN', { ...NEWS, UnparsedAddress: '2 Quarry Row, Hollow End' });
const HIDDEN = home('HIDDEN', { ...NEWS, UnparsedAddress: '4 Quarry Row, Hollow End', InternetEntireListingDisplayYN: 'N' });
const NO_OFFICE = home('NO-OFFICE', { ...NEWS, UnparsedAddress: '6 Quarry Row, Hollow End', ListOfficeName: ' ' });
const STREET = home('STREET', {
  ...NEWS,
  InternetAddressDisplayYN: 'false',
  UnparsedAddress: '14 Larkspur Lane, Hollow End',
  StreetNumber: '14',
  StreetName: 'Larkspur',
  PublicRemarks: 'A sunny kitchen. Turn off Larkspur Lane at the mill. The roof is new.',
});
const SOON = { timeout: 30_000, interval: 300 } as const;

let stack: TestStack;
let feed: OwnFeed;
let client: ClientFile;
let portal: Portal;
let reader: Browser;
let letter: { text: string; html: string; subject: string };
const until = (is: () => Promise<boolean>): Promise<void> =>
  vi.waitFor(async () => {
    if (!(await is())) throw new Error('It never came to that.');
  }, SOON);
beforeAll(async () => {
  process.env['FEED_INTERNAL_HOSTS'] = '127.0.0.1';
  feed = await startOwnFeed();
  stack = await startTestStack();
  const { juno } = stack;
  feed.listings.push(home('BEFORE'));
  await juno.good('PUT', '/api/feed/source', { address: feed.root, token: 'any' });
  await until(async () => (await juno.good<FeedState>('GET', '/api/feed')).hasReadAll);
  client = await juno.fileOf('Nadia');
  const { id } = await juno.good<{ id: string }>('POST', '/api/searches', {
    name: 'In Hollow End',
    clientId: client.id,
    document: {
      version: 1,
      kinds: ['Residential'],
      lines: [{ id: 'a', field: 'City', is: { anyOf: [CITY] } }],
      bounds: [],
      order: [],
    },
  });
  const alert = { cadence: 'atOnce', tell: ['new'], held: false, subject: '', greeting: '' };
  await juno.good('PUT', `/api/searches/${id}/alert`, alert);
  // the demo's clock stands still but for this; what comes from now on is news
  await juno.good('POST', '/api/demo/clock', { advance: 'PT1H' });
  const before = new Set((await stack.mailbox()).map((each) => each.id));
  feed.listings.push(OPEN, HIDDEN, NO_OFFICE, STREET);
  await until(async () => (await juno.ask('GET', '/api/listings/STREET')).status === 200);
  await juno.good('POST', '/api/demo/clock', { advance: 'PT1H' });
  const address = client.people.find(({ confirmedAt }) => confirmedAt)?.email ?? '';
  const arrived = async (): Promise<string | undefined> =>
    (await stack.mailbox()).find((each) => !before.has(each.id) && each.to.includes(address))?.id;
  await until(async () => (await arrived()) !== undefined);
  const { text = '', html, subject = '' } = await simpleParser(await stack.raw((await arrived()) ?? ''));
  letter = { text, html: String(html), subject };
  reader = stack.browser();
  await reader.good('POST', '/api/portal/session', { token: /\/p\/([\w-]+)/.exec(text)?.[1] });
  portal = await reader.good<Portal>('GET', '/api/portal');
}, 180_000);
afterAll(async () => {
  delete process.env['FEED_INTERNAL_HOSTS'];
  feed.close();
  await stack.end();
});

describe('what a seller or an office withholds', () => {
  it('is in no letter: neither homes that may not be shown, nor the street of one whose address may not', () => {
    for (const part of [letter.text, letter.html, letter.subject]) {
      expect(part).not.toMatch(/[46] Quarry Row/);
      expect(part).not.toContain('Larkspur');
    }
    expect(letter.text).toContain('2 Quarry Row');
    expect(letter.text).toContain('Address withheld by the seller, Hollow End');
  });

  it('is on no page of the portal', async () => {
    expect(portal.homes.map(({ listingKey }) => listingKey).sort()).toEqual(['OPEN', 'STREET']);
    const cards = await reader.good<PortalCard[]>('GET', '/api/portal/homes?keys=STREET,HIDDEN,OPEN,NO-OFFICE');
    expect(cards.map(({ listing }) => listing.ListingKey)).toEqual(['STREET', 'OPEN']);
    const text = JSON.stringify([portal, cards]);
    expect(text).not.toMatch(/[46] Quarry Row/);
    expect(text).not.toContain('Larkspur');
    const remarks = cards.find(({ listing }) => listing.ListingKey === 'STREET')?.listing['PublicRemarks'];
    expect(remarks).toBe('A sunny kitchen. The roof is new.');
  });

  it('is on no agent’s page for visitors, nor in what is counted there', async () => {
    const search = {
      version: 1,
      kinds: ['Residential'],
      lines: [{ id: 'a', field: 'City', is: { anyOf: [CITY] } }],
      bounds: [],
      order: [],
    };
    const { fit, cards } = await stack.browser().good<VisitorHomes>('POST', '/api/visitors/juno-albright/homes', { search });
    expect(cards.map(({ listing }) => listing.ListingKey).sort()).toEqual(['OPEN', 'STREET']);
    expect(fit).toBe(cards.length);
    expect(cards.map(({ address }) => address)).toContain('Address withheld by the seller, Hollow End');
    expect(JSON.stringify(cards)).not.toMatch(/[46] Quarry Row|Larkspur/);
  });

  it('is not to be found out by how far it is, where its portal page tells that of others', async () => {
    const pageOf = (key: string) => reader.good<PortalHomeAnswer>('GET', `/api/portal/homes/${key}`);
    expect((await pageOf('OPEN')).onFoot.length).toBeGreaterThan(0);
    const withheld = await pageOf('STREET');
    expect([withheld.onFoot, withheld.journeys, withheld.bounds]).toEqual([[], [], []]);
    expect(JSON.stringify(withheld)).not.toMatch(/[46] Quarry Row|Larkspur/);
    for (const key of ['HIDDEN', 'NO-OFFICE']) expect((await reader.ask('GET', `/api/portal/homes/${key}`)).status).toBe(404);
  });

  it('cannot be reacted to, visited or asked for by its key', async () => {
    for (const key of ['HIDDEN', 'NO-OFFICE']) {
      expect((await reader.ask('POST', `/api/portal/homes/${key}/visit`)).status).toBe(404);
      expect((await reader.ask('PUT', `/api/portal/homes/${key}/reaction`, { verdict: 'like' })).status).toBe(404);
      expect((await reader.ask('POST', `/api/portal/homes/${key}/showing`, { wish: '' })).status).toBe(404);
    }
  });

  it('has no picture for whoever has not signed in', async () => {
    for (const key of ['HIDDEN', 'NO-OFFICE'])
      for (const browser of [stack.browser(), reader]) expect((await browser.ask('GET', `/media/${key}/0.svg`)).status).toBe(404);
  });

  it('has documents and its page for agents alone', async () => {
    for (const path of ['', '/media', '/record', '/documents/disclosure.pdf'])
      for (const browser of [stack.browser(), reader])
        expect((await browser.ask('GET', `/api/listings/STREET${path}`)).status).toBe(401);
    expect(JSON.stringify(await stack.juno.good('GET', '/api/listings/STREET'))).toContain('14 Larkspur Lane');
  });

  it('is in no calendar file that a client gets, and in the agent’s own', async () => {
    const { id } = await stack.juno.good<{ id: string }>('POST', '/api/showings', {
      clientId: client.id,
      listingKey: 'STREET',
      wish: '',
    });
    const database = await stack.connect();
    // agreed, as an office would
    await database.query("UPDATE showings SET state = 'confirmed', startAt = '2026-04-20 15:00:00' WHERE id = ?", [id]);
    await database.end();
    const before = new Set((await stack.mailbox()).map((each) => each.id));
    await stack.juno.good('POST', `/api/showings/${id}/message`);
    const sent = async (): Promise<string | undefined> => (await stack.mailbox()).find((each) => !before.has(each.id))?.id;
    await expect.poll(sent, SOON).toBeDefined();
    const { text = '', subject, attachments } = await simpleParser(await stack.raw((await sent()) ?? ''));
    const calendar = attachments
      .map(({ content }) => content.toString())
      .join('\n')
      .replaceAll(/\r?\n /g, '');
    expect(calendar).toContain('BEGIN:VEVENT');
    for (const part of [text, subject, calendar]) expect(part).not.toContain('Larkspur');
    expect((await stack.juno.ask<string>('GET', `/api/showings/${id}/showing.ics`)).body.replaceAll(/\r?\n /g, '')).toContain(
      'Larkspur',
    );
    expect((await stack.juno.good<Showing[]>('GET', '/api/showings')).find((each) => each.id === id)?.address).toContain(
      'Larkspur',
    );
  });

  it('stands whole in the agent’s own file of listings, which nobody else is given', async () => {
    const search = {
      version: 1,
      kinds: ['Residential'],
      lines: [{ id: 'a', field: 'City', is: { anyOf: [CITY] } }],
      bounds: [],
      order: [],
    };
    const body = { search, set: 'fit', type: 'csv' };
    await expect
      .poll(async () => (await stack.juno.ask<string>('POST', '/api/searches/file', body)).body, SOON)
      .toContain('14 Larkspur Lane');
    for (const browser of [stack.browser(), reader])
      expect((await browser.ask('POST', '/api/searches/file', body)).status).toBe(401);
  });
});
