import type { CountAnswer, FeedPreview, FeedState, ListingsAnswer } from '@perambula/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
beforeAll(async () => {
  stack = await startTestStack();
});
afterAll(() => stack.end());

const HOMES = { version: 1, kinds: ['Residential'], lines: [] as object[], bounds: [], order: [] };
const LINES: readonly (readonly [field: string, is: object])[] = [
  ['ListPrice', { atMost: 450_000 }],
  ['BedroomsTotal', { atLeast: 3 }],
  ['Baths', { atLeast: 1.5 }],
  ['LivingArea', { between: [1500, 2500] }],
  ['PropertySubType', { anyOf: ['Single Family Residence', 'Townhouse'] }],
  ['Status', { oneOf: [{ status: 'Active Under Contract' }, { status: 'Pending' }] }],
  ['Status', { oneOf: [{ status: 'Closed', last: 'P180D' }] }],
  ['InteriorFeatures', { anyOf: ['In-Law Floorplan'] }],
  ['Flooring', { anyOf: ['Hardwood'] }],
  ['Sewer', { noneOf: ['Septic Tank'] }],
  ['GarageYN', { yes: true }],
  ['FeePerMonth', { atMost: 200 }],
  ['ListingTerms', { allOf: ['FHA', 'VA'] }],
  ['OnMarketDate', { last: 'P30D' }],
  ['PriceChangeTimestamp', { last: 'P30D' }],
];

/** What each line finds alone; a line that is refused by its words. */
async function counts(): Promise<[string, unknown][]> {
  return Promise.all(
    LINES.map(async ([field, is]) => {
      const search = { ...HOMES, lines: [{ id: 'a', field, is }] };
      const { status, body } = await stack.juno.ask<CountAnswer>('POST', '/api/searches/count', { search });
      return [field, status === 200 ? body.fit : body] as [string, unknown];
    }),
  );
}

async function listings(): Promise<unknown[]> {
  const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', {
    search: HOMES,
    set: 'fit',
    limit: 25,
  });
  return Promise.all(
    rows.map(
      async ({ ListingKey }) => (await stack.juno.good<{ listing: object }>('GET', `/api/listings/${ListingKey}`)).listing,
    ),
  );
}

const feed = (): Promise<FeedState> => stack.juno.good<FeedState>('GET', '/api/feed');

describe('the same listings in another accent', () => {
  it.each([
    ['in OData’s enumerations', 'enumerations'],
    ['in look-ups with names of their own', 'lookups'],
    ['written carelessly, with names of their own for fields', 'careless'],
  ])('%s give the same counts and records, and no news', async (_, accent) => {
    await stack.juno.good('DELETE', '/api/feed/source');
    const [before, known, changes] = [await counts(), await listings(), (await feed()).changes];
    expect(before.filter(([, found]) => !(Number(found) > 0))).toEqual([]);
    const source = { address: `${stack.run.feed.url}/${accent}`, token: stack.run.feed.token };
    const first = await stack.juno.good<FeedPreview>('POST', '/api/feed/source/preview', source);
    const names = Object.fromEntries(first.fields.flatMap(({ name, likely }) => (likely ? [[name, likely]] : [])));
    const preview = await stack.juno.good<FeedPreview>('POST', '/api/feed/source/preview', { ...source, names });
    expect(preview).toMatchObject({ records: 100, readable: 100, reasons: [] });
    if (accent === 'careless') {
      expect(first.readable).toBe(0);
      expect(names).toEqual({
        AskingPrice: 'ListPrice',
        Bedrooms: 'BedroomsTotal',
        Stat: 'StandardStatus',
        Floors: 'Flooring',
      });
    } else expect(names).toEqual({});
    await stack.juno.good('PUT', '/api/feed/source', { ...source, names });
    await expect
      .poll(async () => ((state) => state.address?.endsWith(accent) && state.hasReadAll && state.doing)(await feed()), {
        timeout: 60_000,
        interval: 300,
      })
      .toBe('waiting');
    await expect.poll(counts, { timeout: 60_000, interval: 300 }).toEqual(before);
    expect(await listings()).toEqual(known);
    expect(await feed()).toMatchObject({ changes, rejects: [], missing: null });
  });
});
