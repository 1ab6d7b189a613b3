import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { buildCounty, streamListings } from '@perambula/county';
import { databaseOptions, ListingRow, ListingWriter } from '@perambula/server';
import { DataSource } from 'typeorm';
import { freePort } from '../scripts/machine.mjs';
import { MariaDb } from '../scripts/mariadb.mjs';
import { measure, report } from './measure.js';

const NOW = Date.parse('2026-04-14T13:12:00Z');
const PAGE = 1000;

const CLOCK = { date: () => new Date(NOW) } as ConstructorParameters<typeof ListingWriter>[1];

type Raw = Readonly<Record<string, unknown>>;

/** Writing pages of a feed's records with their events: the reader's writer beside TypeORM's own save, over a MariaDB of its own. */
export async function benchFeed(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'perambula-bench-feed-'));
  const login = { host: '127.0.0.1', port: await freePort(), name: 'perambula', user: 'perambula', password: 'bench' };
  const mariadb = new MariaDb({ folder, port: login.port, password: login.password });
  await mariadb.start();
  const database = await new DataSource(databaseOptions({ database: login })).initialize();
  const writer = new ListingWriter(database, CLOCK);
  const stream = streamListings(buildCounty(), Infinity, NOW);
  const page = (): Raw[] => Array.from({ length: PAGE }, () => stream.next().value as Raw);
  const pages = Array.from({ length: 30 }, page);
  const next = (): Raw[] => pages.pop() ?? page();
  const rows = [
    await measure('the reader’s writer, with events', 15, () => writer.write(next(), { told: [], isNews: false })),
    await measure('TypeORM’s save, without events', 3, () =>
      database.getRepository(ListingRow).save(
        next().map((raw, i) => ({
          listingKey: String(raw['ListingKey']),
          sequence: i,
          standardStatus: String(raw['StandardStatus']),
          parcelNumber: String(raw['ParcelNumber']),
          modifiedAt: new Date(String(raw['ModificationTimestamp'])),
          removed: false,
          source: 'feed' as const,
          data: raw as unknown as ListingRow['data'],
        })),
      ),
    ),
  ];
  await database.destroy();
  await mariadb.stop();
  rmSync(folder, { recursive: true, force: true });
  const rate = Math.round((PAGE / (rows[0]?.median ?? NaN)) * 1000);
  report(
    `Writing ${PAGE.toLocaleString('en-US')} records of a feed in one transaction`,
    rows,
    `${rate.toLocaleString('en-US')} records a second`,
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
