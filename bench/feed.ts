import { fork } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { buildCounty, streamListings } from '@perambula/county';
import { databaseOptions, ListingRow, readerAlone } from '@perambula/server';
import { DataSource } from 'typeorm';
import { freePort } from '../scripts/machine.mjs';
import { MariaDb } from '../scripts/mariadb.mjs';
import { measure, measured, report } from './measure.js';
import type { Measured } from './measure.js';

const NOW = Date.parse('2026-04-14T13:12:00Z');
const PAGE = 1000;
const PAGES = 60;

const CLOCK = { date: () => new Date(NOW), now: () => NOW };

/** Reading a feed's listings over HTTP into MariaDB, beside TypeORM's own save of pages that are there already. */
export async function benchFeed(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'perambula-bench-feed-'));
  const login = { host: '127.0.0.1', port: await freePort(), name: 'perambula', user: 'perambula', password: 'bench' };
  const mariadb = new MariaDb({ folder, port: login.port, password: login.password });
  await mariadb.start();
  const database = await new DataSource(databaseOptions({ database: login })).initialize();
  const rows = [await readPages(database), await savePages(database)];
  await database.destroy();
  await mariadb.stop();
  rmSync(folder, { recursive: true, force: true });
  const rate = Math.round((PAGE / (rows[0]?.median ?? NaN)) * 1000);
  report(
    `Reading ${PAGE.toLocaleString('en-US')} records of a feed in one transaction`,
    rows,
    `${rate.toLocaleString('en-US')} records a second, of 3.4 kB each`,
  );
}

/** From one page asked for to the next. */
async function readPages(database: DataSource): Promise<Measured> {
  const feed = fork(new URL('feedPages.ts', import.meta.url), [PAGES, PAGE, NOW].map(String), { execArgv: ['--import', 'tsx'] });
  const asked: number[] = [];
  const port = await new Promise<number>((resolve) =>
    feed.on('message', (message: { port: number } | { at: number }) => {
      if ('port' in message) resolve(message.port);
      else asked.push(message.at);
    }),
  );
  const reader = readerAlone(database, CLOCK, {
    feed: {
      first: { root: `http://127.0.0.1:${port}`, access: { token: 'bench' } },
      internalHosts: ['127.0.0.1'],
      mediaHosts: [],
    },
    zone: 'America/New_York',
    countyDir: tmpdir(),
    anewAfterDays: 30,
  });
  await reader.pull();
  await reader.onModuleDestroy();
  const stored = await database.getRepository(ListingRow).countBy({ removed: false });
  feed.disconnect();
  if (stored !== PAGES * PAGE) throw new Error(`${stored} listings were stored of ${PAGES * PAGE}.`);
  return measured(
    'the reader, over HTTP, with events',
    asked.slice(6).map((at, i) => at - (asked[i + 5] ?? NaN)),
  );
}

/** A hundred at a time, which suits it best. */
async function savePages(database: DataSource): Promise<Measured> {
  const stream = streamListings(buildCounty(), Infinity, NOW);
  const listings = database.getRepository(ListingRow);
  await listings.clear();
  return measure('TypeORM’s save, without events', 3, () =>
    listings.save(
      Array.from({ length: PAGE }, (_, i) => {
        const raw = stream.next().value as Record<string, unknown>;
        return {
          listingKey: String(raw['ListingKey']),
          sequence: i,
          standardStatus: String(raw['StandardStatus']),
          parcelNumber: String(raw['ParcelNumber']),
          modifiedAt: new Date(String(raw['ModificationTimestamp'])),
          removed: false,
          source: 'feed' as const,
          data: raw as unknown as ListingRow['data'],
        };
      }),
      { chunk: 100 },
    ),
  );
}
/** A million listings one after another, and what memory they take on the way. */
export function benchStream(size: number): void {
  // what is still in use, not what waits for the collector
  setFlagsFromString('--expose-gc');
  const collect = runInNewContext('gc') as () => void;
  const megabytes = (): number => {
    collect();
    return Math.round(process.memoryUsage().heapUsed / 1e6);
  };
  const marks: string[] = [];
  const start = performance.now();
  let made = 0;
  for (const record of streamListings(buildCounty(), size, NOW)) {
    if (record['ListingKey'] && ++made % (size / 5) === 0) marks.push(`${made.toLocaleString('en-US')}: ${megabytes()} MB`);
  }
  const took = performance.now() - start;
  report(
    `Streaming ${size.toLocaleString('en-US')} listings`,
    [{ what: 'all of them', runs: 1, median: took, p95: took }],
    `heap in use after ${marks.join(', ')}`,
  );
}
