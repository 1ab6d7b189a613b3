import { createServer as createSilent } from 'node:net';
import type { Server as SilentServer, Socket } from 'node:net';
import type { FeedState } from '@perambula/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { home, startOwnFeed } from '../testing/ownFeed.js';
import type { OwnFeed, Raw } from '../testing/ownFeed.js';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let feed: OwnFeed;
let stack: TestStack;
beforeAll(async () => {
  process.env['FEED_INTERNAL_HOSTS'] = '127.0.0.1';
  feed = await startOwnFeed();
  stack = await startTestStack();
});
afterAll(async () => {
  delete process.env['FEED_INTERNAL_HOSTS'];
  feed.close();
  await stack.end();
});

const state = (): Promise<FeedState> => stack.juno.good<FeedState>('GET', '/api/feed');
const stored = async (key: string): Promise<Raw | null> => {
  const { status, body } = await stack.juno.ask<{ listing: Raw }>('GET', `/api/listings/${key}`);
  return status === 200 ? body.listing : null;
};
const SOON = { timeout: 30_000, interval: 300 } as const;

describe('a feed’s record that cannot be kept', () => {
  it('is set aside with its reason, and everything after it is read', async () => {
    feed.listings.push(
      home('FINE1'),
      home('LONG-PARCEL', { ParcelNumber: '0'.repeat(50) }),
      home('FUTURE', { ModificationTimestamp: '9999-01-01T00:00:00.000Z' }),
      home('ODD-VALUES', { BedroomsTotal: 'three', YearBuilt: '1994', View: 'Water, Valley', OnMarketDate: '2026-02-30' }),
      home('NO-KEY', { ListingKey: null }),
      home('K'.repeat(61)),
      home('FINE2', { ModificationTimestamp: '2026-04-14T11:00:00.000Z' }),
    );
    const before = (await state()).listings.fromFeed;
    await stack.juno.good('PUT', '/api/feed/source', { address: feed.root, token: 'any' });
    await expect.poll(async () => (await state()).listings.fromFeed, SOON).toBe(before + 3);
    const reasons = new Map((await state()).rejects.map(({ listingKey, reason }) => [listingKey, reason]));
    expect(reasons.get('LONG-PARCEL')).toMatch(/^ParcelNumber is .*longer than 40 characters$/);
    expect(reasons.get('FUTURE')).toMatch(/^ModificationTimestamp is "9999.*a time when nothing can have changed$/);
    expect(reasons.get('ODD-VALUES')).toBe('Left blank: BedroomsTotal, OnMarketDate');
    expect(reasons.has('K'.repeat(60))).toBe(true);
    expect(await stored('ODD-VALUES')).toMatchObject({ BedroomsTotal: null, YearBuilt: 1994, View: ['Water', 'Valley'] });
  });

  it('leaves the place from which is read: what changes then is read', async () => {
    const readUntil = async (): Promise<number> => Date.parse((await state()).readUntil ?? '');
    await expect.poll(readUntil, SOON).toBeLessThan(Date.parse('2026-04-15T00:00:00Z'));
    feed.listings.push(home('FINE3', { ModificationTimestamp: '2026-04-14T12:00:00.000Z' }));
    await expect.poll(() => stored('FINE3'), SOON).toMatchObject({ City: 'Wrenfield' });
  });

  it('has its seller’s flags taken for a no unless they plainly say yes', async () => {
    const flags = { a: 'false', b: 'N', c: 0, d: 'maybe', e: null, f: 'Y', g: true, h: 'true' };
    for (const [key, flag] of Object.entries(flags))
      feed.listings.push(
        home(`FLAG-${key}`, { InternetEntireListingDisplayYN: flag, ModificationTimestamp: '2026-04-14T12:30:00.000Z' }),
      );
    await expect.poll(() => stored('FLAG-h'), SOON).not.toBeNull();
    const read = await Promise.all(Object.keys(flags).map((key) => stored(`FLAG-${key}`)));
    expect(read.map((each) => each?.['InternetEntireListingDisplayYN'])).toEqual([
      false,
      false,
      false,
      false,
      false,
      true,
      true,
      true,
    ]);
    // and its picture is for agents alone
    expect((await stack.browser().ask('GET', '/media/FLAG-a/0.svg')).status).toBe(404);
  });
});

describe('who may change where listings come from', () => {
  it('is an administrator only', async () => {
    for (const [method, path, body] of [
      ['PUT', '/api/feed/source', { address: feed.root, token: 'any' }],
      ['POST', '/api/feed/source/preview', { address: feed.root, token: 'any' }],
      ['DELETE', '/api/feed/source', undefined],
      ['POST', '/api/feed/missing/agreement', { listings: 1 }],
      ['POST', '/api/feed/files', undefined],
    ] as const) {
      const { status, body: failure } = await stack.silas.ask(method, path, body);
      expect([path, status, failure.code]).toEqual([path, 403, 'agent.role']);
    }
    expect((await stack.silas.ask('GET', '/api/feed')).status).toBe(200);
  });
});

describe('a feed that accepts and never answers', () => {
  let silent: SilentServer;
  const held = new Set<Socket>();
  afterAll(() => {
    for (const socket of held) socket.destroy();
    silent.close();
  });

  it('keeps nobody’s mail back, and is said to be behind, since when', async () => {
    await stack.juno.good('DELETE', '/api/feed/source');
    await expect.poll(async () => (await state()).listings.fromFeed, SOON).toBeGreaterThan(100);
    const { id } = await stack.juno.good<{ id: string }>('POST', '/api/searches', {
      name: 'All of Nadia’s',
      clientId: (await stack.juno.fileOf('Nadia')).id,
      document: { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] },
    });
    const port = Number(new URL(stack.run.feed.url).port);
    await stack.feed.stop();
    silent = createSilent((socket) => void held.add(socket));
    await new Promise<void>((resolve) => silent.listen(port, '127.0.0.1', resolve));

    const before = (await stack.mailbox()).length;
    await stack.juno.good('PUT', `/api/searches/${id}/alert`, {
      cadence: 'atOnce',
      tell: ['new'],
      held: false,
      subject: '',
      greeting: '',
    });
    await expect.poll(async () => (await stack.mailbox()).length, SOON).toBeGreaterThan(before);

    const health = async (): Promise<{ parts: Record<string, { status: string; since?: string | null }> }> =>
      (await fetch(`${stack.run.web}/api/health`)).json() as Promise<{
        parts: Record<string, { status: string; since?: string }>;
      }>;
    await expect
      .poll(async () => (await health()).parts['feed'], SOON)
      .toMatchObject({ status: 'down', since: expect.any(String) });
    const { parts } = await health();
    expect([parts['matching']?.status, parts['digests']?.status, parts['mail']?.status]).toEqual(['up', 'up', 'up']);
    await expect.poll(async () => (await state()).failure, { timeout: 60_000, interval: 500 }).not.toBeNull();
  });
});
