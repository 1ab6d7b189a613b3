import type { CountAnswer, ListingsAnswer } from '@perambula/contract';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
let database: Connection;
beforeAll(async () => {
  stack = await startTestStack();
  database = await stack.connect();
});
afterAll(async () => {
  await database.end();
  await stack.end();
});

const ON_MARKET = "('Coming Soon','Active','Active Under Contract','Pending','Hold')";
const search = (lines: readonly object[], more: object = {}): object => ({
  version: 1,
  kinds: ['Residential'],
  lines,
  bounds: [],
  order: [],
  ...more,
});
const fit = async (document: object): Promise<number> =>
  (await stack.juno.good<CountAnswer>('POST', '/api/searches/count', { search: document })).fit;

/** Homes on the market whose next open house is announced within some days, by the open houses themselves. */
async function openWithin(days: number, now: string): Promise<number> {
  const [[row]] = await database.query<RowDataPacket[]>(
    `SELECT COUNT(*) AS n FROM listings l JOIN
       (SELECT listingKey, MIN(startsAt) AS startsAt FROM open_houses WHERE status = 'Active' AND endsAt > ? GROUP BY listingKey) o
       USING (listingKey)
     WHERE l.removed = 0 AND l.standardStatus IN ${ON_MARKET} AND JSON_VALUE(l.data, '$.PropertyType') = 'Residential'
       AND o.startsAt BETWEEN ? AND ? + INTERVAL ? DAY`,
    [new Date(now), new Date(now), new Date(now), days],
  );
  return Number(row?.['n']);
}

describe('open houses', () => {
  it('are searched by when the next one is, also as time goes on', async () => {
    for (const step of ['PT0S', 'P2D', 'P3D']) {
      if (step !== 'PT0S') await stack.juno.good('POST', '/api/demo/clock', { advance: step });
      await expect
        .poll(
          async () => {
            const { now } = await stack.juno.good<{ now: string }>('GET', '/api/clock');
            const counted = await fit(search([{ id: 'o', field: 'NextOpenHouse', is: { next: 'P9D' } }]));
            return [counted > 0, counted - (await openWithin(9, now))];
          },
          { timeout: 20_000 },
        )
        .toEqual([true, 0]);
    }
  });
});

it('an open house that becomes known in a minute already looked at is searched by at once', async () => {
  const demoNow = async (): Promise<Date> => new Date((await stack.juno.good<{ now: string }>('GET', '/api/clock')).now);
  const [[open]] = await database.query<RowDataPacket[]>(
    `SELECT listingKey, JSON_VALUE(data, '$.NextOpenHouse') AS next FROM listings
     WHERE removed = 0 HAVING next > ? ORDER BY next DESC LIMIT 1`,
    [new Date((await demoNow()).getTime() + 86_400_000).toISOString()],
  );
  // within a minute, so that only the record itself can bring the open house back
  await expect.poll(async () => Math.abs((await demoNow()).getUTCSeconds() - 15), { timeout: 60_000 }).toBeLessThan(10);
  await database.query('DELETE FROM open_houses WHERE listingKey = ?', [open?.['listingKey']]);
  await database.query("UPDATE listings SET data = JSON_REMOVE(data, '$.NextOpenHouse') WHERE listingKey = ?", [
    open?.['listingKey'],
  ]);
  const comesAgain = async (): Promise<unknown> => {
    await database.query("UPDATE feed_cursors SET modifiedAt = '1970-01-01T00:00:00.000Z' WHERE resource = 'OpenHouse'");
    const [[row]] = await database.query<RowDataPacket[]>(
      "SELECT JSON_VALUE(data, '$.NextOpenHouse') AS next FROM listings WHERE listingKey = ?",
      [open?.['listingKey']],
    );
    return row?.['next'];
  };
  await expect.poll(comesAgain, { timeout: 20_000, interval: 500 }).toBe(open?.['next']);
});

describe('since when a home is really for sale', () => {
  it('reaches back over listings that were taken off unsold, and never over a sale', async () => {
    const [rows] = await database.query<RowDataPacket[]>(
      `SELECT listingKey, parcelNumber, JSON_VALUE(data, '$.ForSaleSince') AS since, JSON_VALUE(data, '$.OnMarketDate') AS own
       FROM listings WHERE removed = 0 HAVING since IS NOT NULL`,
    );
    expect(rows.length).toBeGreaterThan(5);
    for (const { since, own, parcelNumber } of rows) {
      expect(String(since) < String(own)).toBe(true);
      const [sales] = await database.query<RowDataPacket[]>(
        `SELECT JSON_VALUE(data, '$.CloseDate') AS sold FROM listings
         WHERE parcelNumber = ? AND removed = 0 AND JSON_VALUE(data, '$.PropertyType') <> 'Residential Lease'
         HAVING sold > ? AND sold < ?`,
        [parcelNumber, since, own],
      );
      const [first] = await database.query<RowDataPacket[]>(
        "SELECT standardStatus FROM listings WHERE parcelNumber = ? AND JSON_VALUE(data, '$.OnMarketDate') = ?",
        [parcelNumber, since],
      );
      expect(first.length).toBeGreaterThan(0);
      if (first.every(({ standardStatus }) => standardStatus !== 'Closed')) expect(sales).toEqual([]);
    }
  });

  it('is the listing’s own first day where nothing came before', async () => {
    const is = { between: ['2026-01-01', '2026-12-31'] };
    const own = await fit(search([{ id: 'a', field: 'OnMarketDate', is }]));
    const really = await fit(search([{ id: 'a', field: 'ForSaleSince', is }]));
    expect(really).toBeGreaterThan(0);
    expect(really).toBeLessThanOrEqual(own);
    const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', {
      search: search([{ id: 'a', field: 'ForSaleSince', is }]),
      set: 'fit',
      limit: 500,
    });
    expect(rows.every((row) => String(row['ForSaleSince'] ?? row['OnMarketDate']) >= '2026-01-01')).toBe(true);
  });
});
