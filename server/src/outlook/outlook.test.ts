import type { CompsAnswer, ListingsAnswer, OutlookAnswer, ReachAnswer } from '@perambula/contract';
import type { Search } from '@perambula/core';
import { beforeAll, describe, expect, it } from 'vitest';
import { sharedStack } from '../testing/stack.js';
import type { Users } from '../testing/stack.js';

let stack: Users;
beforeAll(async () => {
  stack = await sharedStack();
});

const first = async (status: string): Promise<string> => {
  const lines: Search['lines'] = [{ id: 'a', field: 'Status', is: { anyOf: [status] } }];
  const search: Search = { version: 1, kinds: ['Residential'], reach: 'all', lines, bounds: [], order: [] };
  const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search, set: 'fit', limit: 1 });
  return rows[0]?.ListingKey ?? '';
};

describe('how homes like a home fare', () => {
  it('is told of enough of them, with the search that finds them', async () => {
    const key = await first('Active');
    const { alike, outlook, ahead } = await stack.juno.good<OutlookAnswer>('GET', `/api/listings/${key}/outlook`);
    expect(outlook?.homes).toBeGreaterThanOrEqual(8);
    const again = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', {
      search: alike?.search,
      set: 'fit',
      limit: 1,
    });
    expect(again.total).toBe(alike?.total);
    // itself is not among them, and none that was never for sale
    expect(outlook?.homes).toBeLessThanOrEqual((alike?.total ?? 0) - 1);
    const shares = outlook?.contract.steps.map(({ share }) => share) ?? [];
    expect(shares).toEqual(shares.toSorted((a, b) => a - b));
    expect(ahead?.stoodFor).toBeGreaterThanOrEqual(0);
  });
  it('looks ahead only for a home that is for sale', async () => {
    const { ahead } = await stack.juno.good<OutlookAnswer>('GET', `/api/listings/${await first('Closed')}/outlook`);
    expect(ahead).toBeNull();
  });
  it('of no listing is not found', async () => {
    expect((await stack.juno.ask('GET', '/api/listings/OST9999999/outlook')).status).toBe(404);
  });
});

describe('homes that cost too much by themselves', () => {
  const search = (most: number | null): Search => ({
    version: 1,
    kinds: ['Residential'],
    lines: most === null ? [] : [{ id: 'p', field: 'ListPrice', is: { atMost: most } }],
    bounds: [],
    order: [{ field: 'LivingArea', direction: 'desc' }],
  });
  const reach = (most: number | null) =>
    stack.juno.good<ReachAnswer>('POST', '/api/searches/withinReach', { search: search(most) });

  it('are told with how likely they fall under the highest price in time, the likeliest first', async () => {
    const { ceiling, homes } = await reach(400_000);
    expect(ceiling).toBe(400_000);
    expect(homes.length).toBeGreaterThan(20);
    const chances = homes.map(({ chance }) => chance);
    expect(chances).toEqual(chances.toSorted((a, b) => b - a));
    expect(Math.max(...chances)).toBeGreaterThan(0);
    expect(Math.max(...chances)).toBeLessThan(1);
    const keys = homes.map(({ listingKey }) => listingKey).slice(0, 100);
    const { homes: records } = await stack.juno.good<CompsAnswer>('POST', '/api/comps', { keys });
    for (const { StandardStatus: status, ListPrice: price } of records)
      expect([status, Number(price) > 400_000]).toEqual(['Active', true]);
  });

  it('are none where the search has no highest price, or none costs more', async () => {
    expect(await reach(null)).toEqual({ ceiling: null, homes: [] });
    expect(await reach(900_000_000)).toEqual({ ceiling: 900_000_000, homes: [] });
    expect((await stack.juno.ask('POST', '/api/searches/withinReach', { search: {} })).status).toBe(422);
  });
});
