import type { ListingsAnswer, OutlookAnswer } from '@perambula/contract';
import type { Search } from '@perambula/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
beforeAll(async () => {
  stack = await startTestStack();
});
afterAll(() => stack.end());

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
