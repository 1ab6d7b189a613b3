import { spawn } from 'node:child_process';
import type { Server } from 'node:http';
import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { STORED_FIELDS } from '@perambula/core';
import { buildCounty, Market, randomOf, serveFeed } from '@perambula/county';
import { createConnection } from 'mysql2/promise';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { freePort } from '../../../scripts/machine.mjs';
import { MariaDb } from '../../../scripts/mariadb.mjs';

const KILLS = 50;
const TOKEN = 'a token';
const READ_ONCE = fileURLToPath(new URL('../testing/readOnce.mjs', import.meta.url));
const market = new Market(buildCounty({ parcels: 3000, since: '2018-01-01' }));
const folder = mkdtempSync(join(tmpdir(), 'perambula-reader-'));
const login = { host: '127.0.0.1', port: 0, name: 'perambula', user: 'perambula', password: 'reader' };
let mariadb: MariaDb;
let feed: Server;
let database: Connection;
let now = Date.parse('2026-04-14T13:12:00Z');

beforeAll(async () => {
  login.port = await freePort();
  mariadb = new MariaDb({ folder, port: login.port, password: login.password });
  await mariadb.start();
  const { name, ...rest } = login;
  database = await createConnection({ ...rest, database: name, timezone: 'Z' });
  feed = serveFeed({ county: market.county, market, token: TOKEN });
  await new Promise<void>((resolve) => feed.listen(0, '127.0.0.1', resolve));
});
afterAll(async () => {
  await database.end();
  feed.closeAllConnections();
  feed.close();
  await mariadb.stop();
  rmSync(folder, { recursive: true, force: true });
});

function url(): string {
  return `http://127.0.0.1:${(feed.address() as AddressInfo).port}`;
}

/** Reads once; killed after so many milliseconds, or left to end. */
async function readOnce(killAfter = Infinity): Promise<number | null> {
  const child = spawn(process.execPath, [READ_ONCE], {
    env: { ...process.env, FEED_URL: url(), FEED_TOKEN: TOKEN, DATABASE: JSON.stringify(login), NOW: String(now) },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const timer = Number.isFinite(killAfter) ? setTimeout(() => child.kill('SIGKILL'), killAfter) : undefined;
  const code = await new Promise<number | null>((resolve) => child.once('exit', resolve));
  clearTimeout(timer);
  return code;
}

async function setFaults(faults: Record<string, number>): Promise<void> {
  await fetch(`${url()}/faults`, { method: 'PUT', headers: { authorization: `Bearer ${TOKEN}` }, body: JSON.stringify(faults) });
}

async function rows<T>(sql: string): Promise<T[]> {
  const [found] = await database.query<RowDataPacket[]>(sql);
  return found as T[];
}

it('holds what the feed holds, event by event, however often it is killed while the feed repeats, reorders and fails', async () => {
  const random = randomOf(11);
  market.advanceTo(now);
  let killed = 0;
  for (let round = 0; killed < KILLS && round < 3 * KILLS; round++) {
    await setFaults({ errors: 0.1, throttled: 0.03, cut: 0.1, slow: 0.2, repeated: 0.5, shuffled: 0.5 });
    if ((await readOnce(random.int(900, 3200))) === null) killed++;
    if (round > 15) market.advanceTo((now += random.int(1, 40) * 3_600_000));
  }
  expect(killed).toBe(KILLS);
  await setFaults({});
  now += 36 * 3_600_000;
  market.advanceTo(now);
  expect(await readOnce()).toBe(0);

  const stored = new Map(
    (
      await rows<{ listingKey: string; data: string }>(
        'SELECT listingKey, CAST(data AS CHAR) AS data FROM listings WHERE removed = 0',
      )
    ).map(({ listingKey, data }) => [listingKey, data]),
  );
  const entries = market.entries();
  expect(stored.size).toBe(entries.length);
  for (const entry of entries) {
    const kept = Object.entries(market.record(entry)).filter(([field]) => STORED_FIELDS.has(field));
    expect(JSON.parse(stored.get(entry.key) as string)).toEqual(Object.fromEntries(kept));
  }

  // each change once, in the order and with the values of the feed's own account
  const events = await rows<Record<'listingKey' | 'field' | 'fromValue' | 'toValue' | 'feedKey', string> & { at: Date }>(
    "SELECT e.* FROM listing_events e JOIN listings l USING (listingKey) WHERE l.removed = 0 AND field <> 'ListingKey' ORDER BY feedKey",
  );
  const told = market.history().toSorted((a, b) => (a.HistoryTransactionalKey < b.HistoryTransactionalKey ? -1 : 1));
  expect(
    events.map(({ feedKey, field, fromValue, toValue, at }) => [feedKey, field, fromValue, toValue, at.toISOString()]),
  ).toEqual(
    told.map((row) => [row.HistoryTransactionalKey, row.FieldName, row.PreviousValue, row.NewValue, row.ModificationTimestamp]),
  );
  const [openings] = await rows<{ n: number; d: number }>(
    "SELECT COUNT(*) AS n, COUNT(DISTINCT listingKey) AS d FROM listing_events WHERE field = 'ListingKey'",
  );
  expect(Number(openings?.n)).toBe(Number(openings?.d));
  // the sequence has no number twice
  const [sequence] = await rows<{ n: number; d: number }>('SELECT COUNT(*) AS n, COUNT(DISTINCT sequence) AS d FROM listings');
  expect(sequence?.n).toBe(sequence?.d);
}, 600_000);
