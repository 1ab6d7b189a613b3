import type { RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type {
  ClientFile,
  ClientSummary,
  ListingAnswer,
  ListingMedia,
  ParcelAnswer,
  RecordAnswer,
  Today,
} from '@perambula/contract';
import type { ListingRecord, Search } from '@perambula/core';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
beforeAll(async () => {
  stack = await startTestStack();
}, 120_000);
afterAll(() => stack.end());

const everything: Search = { version: 1, kinds: ['Residential'], reach: 'all', lines: [], bounds: [], order: [] };
const found = async (search: Search, limit = 50): Promise<ListingRecord[]> =>
  (await stack.juno.good<{ rows: ListingRecord[] }>('POST', '/api/searches/listings', { search, set: 'fit', limit })).rows;
const page = (key: string) => stack.juno.good<ListingAnswer>('GET', `/api/listings/${key}`);

async function rows<T>(sql: string, values: unknown[] = []): Promise<T[]> {
  const database = await stack.connect();
  const [found] = await database.query<RowDataPacket[]>(sql, values);
  await database.end();
  return found as T[];
}

describe('a listing’s history', () => {
  /** A home that was listed more than once, for sale each time. */
  const chained = async (): Promise<{ parcelNumber: string; keys: string[] }> => {
    const [parcel] = await rows<{ parcelNumber: string; listed: string }>(
      `SELECT parcelNumber, GROUP_CONCAT(listingKey ORDER BY listingKey) AS listed FROM listings
       WHERE JSON_VALUE(data, '$.PropertyType') = 'Residential' AND parcelNumber IS NOT NULL
       GROUP BY parcelNumber HAVING COUNT(*) > 2 ORDER BY parcelNumber LIMIT 1`,
    );
    return { parcelNumber: parcel?.parcelNumber ?? '', keys: parcel?.listed.split(',') ?? [] };
  };

  it('is that of the parcel over all its listings, whichever is asked for, newest first', async () => {
    const { keys } = await chained();
    expect(keys.length).toBeGreaterThan(2);
    const pages = await Promise.all(keys.map(page));
    const [first] = pages;
    for (const { history } of pages) expect(history).toEqual(first?.history);
    const lives = first?.history.lives ?? [];
    expect(lives.map(({ listingKey }) => listingKey).sort()).toEqual(keys);
    const begun = lives.map(({ from }) => from);
    expect(begun).toEqual(begun.toSorted((one, other) => other - one));
  });

  it('ends where the listing stands now, by its price and its status', async () => {
    const { keys } = await chained();
    for (const key of keys) {
      const { history, listing } = await page(key);
      const life = history.lives.find(({ listingKey }) => listingKey === key);
      expect(life?.prices.findLast(({ price }) => price !== null)?.price).toBe(listing['ListPrice']);
      const isOff = ['Closed', 'Withdrawn', 'Expired', 'Canceled'].includes(String(listing['StandardStatus']));
      expect(life?.to !== null).toBe(isOff);
      const isUnder = ['Pending', 'Active Under Contract'].includes(String(listing['StandardStatus']));
      expect(life?.contracts.some(({ to }) => to === null)).toBe(isUnder);
      expect(life?.moments.map(({ at }) => at)).toEqual(life?.moments.map(({ at }) => at).toSorted((one, other) => one - other));
    }
  });

  it('joins listings as since when the home is for sale is joined', async () => {
    const [again] = await rows<{ listingKey: string; since: string }>(
      `SELECT listingKey, JSON_VALUE(data, '$.ForSaleSince') AS since FROM listings
       WHERE JSON_VALUE(data, '$.ForSaleSince') IS NOT NULL AND standardStatus = 'Active' LIMIT 1`,
    );
    const { history } = await page(again?.listingKey ?? '');
    const days = Math.abs(Date.parse(again?.since ?? '') - (history.forSale?.since ?? 0)) / 86_400_000;
    // a record is entered on the day on which it comes on the market, or announced before
    expect(days).toBeLessThan(31);
    expect(history.forSale?.listings).toBeGreaterThan(1);
  });

  it('names what was paid beside each sale', async () => {
    const [sold] = await found({ ...everything, lines: [{ id: 'a', field: 'Status', is: { anyOf: ['Closed'] } }] }, 1);
    const { history, listing } = await page(sold?.ListingKey ?? '');
    const life = history.lives.find(({ listingKey }) => listingKey === sold?.ListingKey);
    expect(life?.moments.at(-1)).toMatchObject({ kind: 'closed', price: listing['ClosePrice'], asked: listing['ListPrice'] });
  });

  it('does not mix rents with prices', async () => {
    const { parcelNumber, keys } = await chained();
    const [rental] = await rows<{ listingKey: string }>(
      "SELECT listingKey FROM listings WHERE JSON_VALUE(data, '$.PropertyType') = 'Residential Lease' LIMIT 1",
    );
    const rent = rental?.listingKey ?? '';
    await rows('UPDATE listings SET parcelNumber = ? WHERE listingKey = ?', [parcelNumber, rent]);
    const named = async (key: string): Promise<string[]> => [
      ...new Set((await page(key)).history.lives.map(({ listingKey }) => listingKey)),
    ];
    expect(await named(rent)).toEqual([rent]);
    expect((await named(keys[0] ?? '')).sort()).toEqual(keys);
  });

  it('of no listing is not found', async () => {
    for (const key of ['OST9999999', '%', "x' OR '1'='1"])
      expect((await stack.juno.ask('GET', `/api/listings/${encodeURIComponent(key)}`)).status).toBe(404);
  });
});

describe('a parcel', () => {
  it('is told by its record and all its listings, the newest first', async () => {
    const [listed] = await rows<{ parcelNumber: string; n: number }>(
      'SELECT parcelNumber, COUNT(*) AS n FROM listings WHERE removed = 0 AND parcelNumber IS NOT NULL GROUP BY parcelNumber ORDER BY n DESC, parcelNumber LIMIT 1',
    );
    const parcel = await stack.juno.good<ParcelAnswer>('GET', `/api/parcels/${listed?.parcelNumber}`);
    expect(parcel.record.ParcelNumber).toBe(listed?.parcelNumber);
    expect(parcel.listings).toHaveLength(Number(listed?.n));
    const times = parcel.listings.map(({ at }) => at);
    expect(times).toEqual(times.toSorted().reverse());
  });
  it('that the county has not is not found, and is for agents only', async () => {
    for (const number of ['99-99999', '%', 'x'.repeat(200)])
      expect((await stack.juno.ask('GET', `/api/parcels/${encodeURIComponent(number)}`)).status).toBe(404);
    expect((await stack.browser().ask('GET', '/api/parcels/71-00466')).status).toBe(401);
  });
});

describe('what lies beside a listing', () => {
  it('has a caption for each picture, and the picture as a drawing and as pixels', async () => {
    const [home] = await found({ ...everything, lines: [{ id: 'a', field: 'PhotosCount', is: { atLeast: 3 } }] }, 1);
    const key = home?.ListingKey ?? '';
    const { pictures, documents } = await stack.juno.good<ListingMedia>('GET', `/api/listings/${key}/media`);
    expect(pictures).toHaveLength(Number(home?.['PhotosCount']));
    expect(documents).toHaveLength(Number(home?.['DocumentsCount'] ?? 0));
    const [svg, png, none, outside] = await Promise.all(
      ['0.svg', '1.png', '98.svg', '..%2f..%2fhealth'].map((file) => stack.browser().ask<string>('GET', `/media/${key}/${file}`)),
    );
    expect(svg?.headers.get('content-type')).toMatch(/^image\/svg\+xml/);
    expect(svg?.body).toContain('<svg');
    expect(png?.headers.get('content-type')).toBe('image/png');
    expect([none?.status, outside?.status]).toEqual([404, 404]);
  });

  it('has documents for agents only, as PDF, by their own names only', async () => {
    const [home] = await found({ ...everything, lines: [{ id: 'a', field: 'DocumentsCount', is: { atLeast: 1 } }] }, 1);
    const key = home?.ListingKey ?? '';
    const { documents } = await stack.juno.good<ListingMedia>('GET', `/api/listings/${key}/media`);
    const path = `/api/listings/${key}/documents/${documents[0]?.file}`;
    const answer = await stack.juno.ask<string>('GET', path);
    expect(answer.headers.get('content-type')).toBe('application/pdf');
    expect(answer.body.startsWith('%PDF-')).toBe(true);
    expect((await stack.browser().ask('GET', path)).status).toBe(401);
    for (const file of ['nothing.pdf', '..%2f..%2fsecret.pdf', 'x.exe'])
      expect((await stack.juno.ask('GET', `/api/listings/${key}/documents/${file}`)).status).toBe(404);
  });

  it('has the parcel’s public record, and tells only what truly differs from it', async () => {
    let told = 0;
    for (const { ListingKey: key } of await found(everything, 25)) {
      const { record, differences } = await stack.juno.good<RecordAnswer>('GET', `/api/listings/${key}/record`);
      const { listing } = await page(key);
      expect(record?.ParcelNumber ?? null).toBe(record && listing['ParcelNumber']);
      for (const { field, listed, recorded } of differences) {
        expect(listed).not.toBe(recorded);
        expect(recorded).toBe(record?.[field]);
        told++;
      }
    }
    expect(told).toBeGreaterThan(0);
    expect((await stack.browser().ask('GET', '/api/listings/OST0000001/record')).status).toBe(401);
  });
});

describe('Today’s new homes', () => {
  it('name the clients whose searches hold them, as the searches themselves do', async () => {
    await stack.juno.good('POST', '/api/demo/clock', { advance: 'P2D' });
    const { newHomes } = await stack.juno.good<Today>('GET', '/api/today');
    const clients = await stack.juno.good<ClientSummary[]>('GET', '/api/clients');
    const files = await Promise.all(clients.map(({ id }) => stack.juno.good<ClientFile>('GET', `/api/clients/${id}`)));
    let fits = 0;
    for (const { listing, wantedBy } of newHomes.slice(0, 12)) {
      for (const { clientId, how } of wantedBy) {
        const searches = files.find(({ id }) => id === clientId)?.savedSearches ?? [];
        const held = await Promise.all(
          searches.map(
            async ({ document }) =>
              (
                await found({
                  ...document,
                  lines: [...document.lines, { id: 'own', field: 'ListingId', is: { equals: String(listing['ListingId']) } }],
                })
              ).length,
          ),
        );
        expect([clientId, how === 'fits']).toEqual([clientId, held.some((n) => n > 0)]);
        if (how === 'fits') fits++;
      }
    }
    expect(fits).toBeGreaterThan(0);
  });
});
