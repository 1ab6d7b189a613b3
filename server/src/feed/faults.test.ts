import { spawn } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { forSaleSince, positionOf, STORED_FIELDS, surroundingsOf } from '@perambula/core';
import type { ListingRecord, MapFile, Spell } from '@perambula/core';
import fc from 'fast-check';
import { createConnection } from 'mysql2/promise';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { freePort, ROOT } from '../../../scripts/machine.mjs';
import { MariaDb } from '../../../scripts/mariadb.mjs';

/** How often the reader is killed. */
const KILLS = Number(process.env['KILLS'] ?? 15);
const TOKEN = 'a token';
const READ_ONCE = fileURLToPath(new URL('../testing/readOnce.mjs', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'perambula-reader-'));
const COUNTY_DIR = join(folder, 'county');
const login = { host: '127.0.0.1', port: 0, name: 'perambula', user: 'perambula', password: 'reader' };
let mariadb: MariaDb;
let feed: ChildProcess;
let url = '';
let database: Connection;
let now = Date.parse('2026-04-14T13:12:00Z');

beforeAll(async () => {
  login.port = await freePort();
  mariadb = new MariaDb({ folder, port: login.port, password: login.password, throwaway: true });
  await mariadb.start();
  const { name, ...rest } = login;
  database = await createConnection({ ...rest, database: name, timezone: 'Z' });
  const port = await freePort();
  url = `http://127.0.0.1:${port}`;
  const environment = {
    FEED_PORT: String(port),
    FEED_TOKEN: TOKEN,
    COUNTY_DIR,
    COUNTY_PARCELS: '3000',
    COUNTY_SINCE: '2018-01-01',
  };
  feed = spawn(process.execPath, [join(ROOT, 'county/dist/feed/main.js')], {
    env: { ...process.env, ...environment },
    stdio: 'inherit',
  });
  for (let tries = 0; tries < 300 && !(await fetch(`${url}/health`).catch(() => null)); tries++)
    await new Promise((resolve) => setTimeout(resolve, 100));
});
afterAll(async () => {
  await database.end();
  feed.kill();
  await mariadb.stop();
  rmSync(folder, { recursive: true, force: true });
});

async function put(path: 'clock' | 'faults', body: unknown): Promise<void> {
  await fetch(`${url}/${path}`, { method: 'PUT', headers: { authorization: `Bearer ${TOKEN}` }, body: JSON.stringify(body) });
}

/** All of a resource, as the sound feed gives it. */
async function all<T>(resource: string): Promise<T[]> {
  const found: T[] = [];
  for (let next: string | undefined = `${url}/odata/${resource}`; next;) {
    const response = await fetch(next, { headers: { authorization: `Bearer ${TOKEN}` } });
    const page = (await response.json()) as { value: T[]; '@odata.nextLink'?: string };
    found.push(...page.value);
    next = page['@odata.nextLink'];
  }
  return found;
}

/** Reads once; killed after so many milliseconds, or left to end. */
async function readOnce(killAfter = Infinity): Promise<number | null> {
  const child = spawn(process.execPath, [READ_ONCE], {
    env: {
      ...process.env,
      FEED_URL: `${url}/odata`,
      FEED_TOKEN: TOKEN,
      DATABASE: JSON.stringify(login),
      NOW: String(now),
      COUNTY_DIR,
    },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const timer = Number.isFinite(killAfter) ? setTimeout(() => child.kill('SIGKILL'), killAfter) : undefined;
  const code = await new Promise<number | null>((resolve) => child.once('exit', resolve));
  clearTimeout(timer);
  return code;
}

async function rows<T>(sql: string): Promise<T[]> {
  const [found] = await database.query<RowDataPacket[]>(sql);
  return found as T[];
}

function grouped<T>(items: readonly T[], by: (item: T) => unknown): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const item of items) groups.set(String(by(item)), [...(groups.get(String(by(item))) ?? []), item]);
  return groups;
}

function spellOf(listing: Record<string, unknown>): Spell | null {
  const text = (field: string): string | null => (typeof listing[field] === 'string' ? listing[field] : null);
  const from = text('OnMarketDate');
  const expired = listing['StandardStatus'] === 'Expired' ? text('ExpirationDate') : null;
  const to = text('CloseDate') ?? text('WithdrawnDate') ?? text('CancellationDate') ?? expired;
  return from === null ? null : { from, to, isSold: listing['StandardStatus'] === 'Closed' };
}

it('holds what the feed holds, event by event, however often it is killed while the feed repeats, reorders and fails', async () => {
  const waits = fc.sample(fc.integer({ min: 900, max: 3200 }), { numRuns: 3 * KILLS, seed: 11 });
  await put('clock', { now });
  let killed = 0;
  await put('faults', { errors: 0.1, throttled: 0.03, cut: 0.1, slow: 0.2, repeated: 0.5, shuffled: 0.5 });
  for (const [round, wait] of waits.entries()) {
    if (killed === KILLS) break;
    if ((await readOnce(wait)) === null) killed++;
    if (round > 15) await put('clock', { now: (now += wait * 30_000) });
  }
  expect(killed).toBe(KILLS);
  await put('faults', {});
  await put('clock', { now: (now += 36 * 3_600_000) });
  expect(await readOnce()).toBe(0);

  const stored = new Map(
    (await rows<{ listingKey: string; data: string }>('SELECT listingKey, data FROM listings WHERE removed = 0')).map(
      ({ listingKey, data }) => [listingKey, data],
    ),
  );
  const storedOf = (key: unknown): Record<string, string | undefined> =>
    JSON.parse(stored.get(String(key)) as string) as Record<string, string | undefined>;
  // all of it at once: the comparisons take longer than the feed holds an idle connection
  const listings = await all<Record<string, unknown>>('Property');
  const openHouses = await all<Record<string, string>>('OpenHouse');
  const history = await all<Record<string, string>>('HistoryTransactional');
  expect(stored.size).toBe(listings.length);
  const near = surroundingsOf(JSON.parse(readFileSync(join(COUNTY_DIR, 'far.geojson'), 'utf8')) as MapFile);
  for (const listing of listings) {
    const kept = Object.entries(listing).filter(([field]) => STORED_FIELDS.has(field));
    const {
      ForSaleSince: _since,
      NextOpenHouse: _next,
      MilesToStation,
      MilesToShore,
      ...brought
    } = storedOf(listing['ListingKey']);
    expect(brought).toEqual(Object.fromEntries(kept));
    // measured on the county's map
    const place = positionOf(listing as ListingRecord);
    const { station, shore } = place ? near(place) : { station: null, shore: null };
    expect([MilesToStation, MilesToShore]).toEqual([station, shore]);
  }

  // what no record holds: by all the listings of each home, and by the open houses as the feed has them
  const visits = grouped(openHouses, (visit) => visit['ListingKey']);
  const homes = grouped(
    listings,
    (listing) => `${String(listing['ParcelNumber'])} ${listing['PropertyType'] === 'Residential Lease'}`,
  );
  for (const home of homes.values()) {
    for (const listing of home) {
      const { ForSaleSince = null, NextOpenHouse = null } = storedOf(listing['ListingKey']);
      const spell = spellOf(listing);
      const others = home.filter((other) => other !== listing).flatMap((other) => spellOf(other) ?? []);
      const since = spell && listing['ParcelNumber'] ? forSaleSince(spell, others) : null;
      expect([listing['ListingKey'], ForSaleSince]).toEqual([listing['ListingKey'], since === spell?.from ? null : since]);
      const starts = (visits.get(String(listing['ListingKey'])) ?? [])
        .filter((visit) => visit['OpenHouseStatus'] === 'Active' && Date.parse(String(visit['OpenHouseEndTime'])) > now)
        .map((visit) => Date.parse(String(visit['OpenHouseStartTime'])));
      expect(NextOpenHouse && Date.parse(NextOpenHouse)).toBe(starts.length > 0 ? Math.min(...starts) : null);
    }
  }

  // each change once, in the order and with the values of the feed's own account
  const events = await rows<Record<'listingKey' | 'field' | 'fromValue' | 'toValue' | 'feedKey', string> & { at: Date }>(
    "SELECT e.* FROM listing_events e JOIN listings l USING (listingKey) WHERE l.removed = 0 AND field <> 'ListingKey' ORDER BY feedKey",
  );
  const told = history.sort((a, b) => (String(a['HistoryTransactionalKey']) < String(b['HistoryTransactionalKey']) ? -1 : 1));
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
