import type { AlertSettings } from '@perambula/contract';
import { DataSource } from 'typeorm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Digests } from '../../dist/alerts/digests.js';
import { Matcher } from '../../dist/alerts/matcher.js';
import { databaseOptions } from '../../dist/database.js';
import { ListingWriter } from '../../dist/feed/listing.writer.js';
import { ListingsService } from '../../dist/listings/index.js';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
let database: DataSource;
beforeAll(async () => {
  stack = await startTestStack();
});
afterAll(async () => {
  await database.destroy();
  await stack.end();
});

const TELL: AlertSettings['tell'] = ['new'];

/** A moment that the test holds open. */
function door(): {
  readonly passed: Promise<void>;
  readonly open: () => void;
  readonly come: Promise<void>;
  readonly arrive: () => void;
} {
  let [open, arrive]: (() => void)[] = [() => undefined, () => undefined];
  const passed = new Promise<void>((resolve) => (open = resolve));
  const come = new Promise<void>((resolve) => (arrive = resolve));
  return { passed, come, open: () => open?.(), arrive: () => arrive?.() };
}

describe('a home that comes while another server writes an alert’s first message', () => {
  it('is told by the next one', async () => {
    const { id: searchId } = await stack.juno.good<{ id: string }>('POST', '/api/searches', {
      name: 'Everything',
      clientId: (await stack.juno.fileOf('Nadia')).id,
      document: { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] },
    });
    // both servers are played here: the one that runs is stopped before its pipeline can write
    await stack.server.stop();
    database = await new DataSource({ ...databaseOptions({ database: stack.run.database }), migrationsRun: false }).initialize();
    const now = Date.parse('2026-04-14T14:00:00Z');
    await database.query(
      `INSERT INTO alerts (searchId, cadence, tell, held, holdIf, subject, greeting, state, startedAt, nextDueAt, introduced, sinceSequence)
       VALUES (?, 'atOnce', ?, 0, '[]', '', '', 'running', ?, ?, 0, 0)`,
      [searchId, JSON.stringify(TELL), new Date(now), new Date(now)],
    );
    const clock = { now: () => now, date: () => new Date(now), time: () => ({ now, zone: 'America/New_York' }) };
    const context = { now: clock.time };
    const held = door();
    const listings = new ListingsService(
      ...([database, clock, { anewAfterDays: 30 }] as unknown as ConstructorParameters<typeof ListingsService>),
    );
    const holding = Object.create(listings) as ListingsService;
    holding.inReach = async (...asked) => {
      const records = await listings.inReach(...asked);
      held.arrive();
      await held.passed;
      return records;
    };
    const nobody = { readersOf: () => Promise.resolve([{ id: 'p', name: 'Nadia Kesteven', email: 'nadia@kesteven.example' }]) };
    const silent = { write: () => Promise.resolve(), make: () => Promise.resolve(['http://127.0.0.1/p/x']) };
    const interest = { tell: () => Promise.resolve() };
    const digests = new Digests(
      ...([
        database,
        clock,
        context,
        nobody,
        silent,
        silent,
        holding,
        interest,
        { zone: 'America/New_York', publicUrl: '' },
      ] as unknown as ConstructorParameters<typeof Digests>),
    );
    const matcher = new Matcher(...([database, clock, context, listings] as unknown as ConstructorParameters<typeof Matcher>));

    const writing = digests.run();
    await held.come;
    // the window is open: the first message has read the listings, and its transaction has not ended
    const json = Buffer.from(
      JSON.stringify({ ListingKey: 'LATE1', PropertyType: 'Residential', StandardStatus: 'Active', ListPrice: 400_000 }),
    );
    const at = new Date(now);
    const home = { key: 'LATE1', status: 'Active', parcelNumber: null, price: 400_000, modifiedAt: at, enteredAt: at, json };
    const writer = new ListingWriter(
      ...([database, clock, { anewAfterDays: 30 }] as unknown as ConstructorParameters<typeof ListingWriter>),
    );
    await writer.write({ records: [home], rejects: [] }, { told: null, isNews: true });
    const matching = matcher.run();
    // long enough for a matcher that does not wait
    await Promise.race([matching, new Promise((resolve) => setTimeout(resolve, 1500))]);
    held.open();
    await Promise.all([writing, matching]);

    const items = await database.query<{ sequence: string; digestId: string | null }[]>(
      "SELECT sequence, digestId FROM alert_items WHERE searchId = ? AND listingKey = 'LATE1'",
      [searchId],
    );
    expect(items).toEqual([{ sequence: expect.not.stringMatching(/^0$/), digestId: null }]);
  });
});
