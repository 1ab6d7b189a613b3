import type { AddressPlace, CompsAnswer, ListingsAnswer, ParcelAnswer, PriceModelAnswer } from '@perambula/contract';
import { compGroupOf } from '@perambula/core';
import type { ListingRecord, Search } from '@perambula/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { heldOnUnseen } from '../../../core/src/testing/unseenSales.js';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
beforeAll(async () => {
  stack = await startTestStack();
});
afterAll(() => stack.end());

const some = async (limit: number): Promise<string[]> => {
  const lines: Search['lines'] = [{ id: 'a', field: 'Status', is: { anyOf: ['Active'] } }];
  const search: Search = { version: 1, kinds: ['Residential'], lines, bounds: [], order: [] };
  const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search, set: 'fit', limit });
  return rows.map(({ ListingKey }) => ListingKey);
};

describe('homes to be compared', () => {
  it('are looked for round a subject, farther and farther, until enough are found; itself is not among them', async () => {
    const [key = ''] = await some(1);
    const { subject, homes, total, miles } = await stack.juno.good<CompsAnswer>('POST', '/api/comps', { subject: key });
    expect(subject?.ListingKey).toBe(key);
    expect(homes.length >= 40 || miles === 15).toBe(true);
    expect(total).toBeGreaterThanOrEqual(homes.length);
    expect(homes.some(({ ListingKey }) => ListingKey === key)).toBe(false);
    expect(new Set(homes.map(compGroupOf)).has('closed')).toBe(true);
    for (const home of homes) expect(home).not.toHaveProperty('PrivateRemarks');
  });
  it('are looked for round a parcel that was never listed, by its record', async () => {
    let never: AddressPlace | undefined;
    for (let number = 100; !never && number < 1300; number += 7)
      for (const place of await stack.juno.good<AddressPlace[]>('GET', `/api/places/addresses?sought=${number}%204th%20St`)) {
        const { listings } = await stack.juno.good<ParcelAnswer>('GET', `/api/parcels/${place.parcelNumber}`);
        if (listings.length === 0) never = place;
      }
    const { subject, homes, miles } = await stack.juno.good<CompsAnswer>('POST', '/api/comps', { parcel: never?.parcelNumber });
    expect(subject?.['UnparsedAddress']).toBe(never?.address);
    expect(subject?.['LivingArea']).toBeGreaterThan(0);
    expect(subject).not.toHaveProperty('OwnerName');
    expect(homes.length).toBeGreaterThan(5);
    expect(miles).not.toBeNull();
    expect((await stack.juno.ask('POST', '/api/comps', { parcel: '00-00000' })).status).toBe(404);
  });
  it('are those that were chosen, in their order', async () => {
    const keys = await some(4);
    const { subject, homes, miles } = await stack.juno.good<CompsAnswer>('POST', '/api/comps', { keys });
    expect([subject, homes.map(({ ListingKey }) => ListingKey), miles]).toEqual([null, keys, null]);
  });
  it('are no more than 200, and of no unknown home', async () => {
    const keys = Array.from({ length: 201 }, (_, i) => `K${i}`);
    expect(await stack.juno.ask('POST', '/api/comps', { keys })).toMatchObject({ status: 422 });
    expect((await stack.juno.ask('POST', '/api/comps', { subject: 'OST9999999' })).status).toBe(404);
    expect(await stack.juno.good<CompsAnswer>('POST', '/api/comps', {})).toMatchObject({ subject: null, homes: [] });
  });
});

describe('how price goes with homes’ facts', () => {
  it('is told of a property type’s sales, and of no rents', async () => {
    const { model } = await stack.juno.good<PriceModelAnswer>('GET', '/api/priceModels/Residential');
    expect(model?.sales).toBeGreaterThan(500);
    expect(model?.parts.size?.each).toBeGreaterThan(5 * (model?.parts.size?.error ?? Infinity));
    expect(await stack.juno.good<PriceModelAnswer>('GET', '/api/priceModels/Residential%20Lease')).toEqual({ model: null });
    expect((await stack.juno.ask('GET', '/api/priceModels/Castle')).status).toBe(404);
  });

  it('gives ranges that hold eight in ten of the county’s sales which it has not seen: 76 to 84 of a hundred', async () => {
    const lines: Search['lines'] = [{ id: 'a', field: 'Status', is: { anyOf: ['Closed'] } }];
    const search: Search = { version: 1, kinds: ['Residential'], lines, bounds: [], order: [] };
    const sales = await stack.juno.good<string>('POST', '/api/searches/file', { search, set: 'fit', type: 'json' });
    const { value } = (typeof sales === 'string' ? JSON.parse(sales) : sales) as { value: ListingRecord[] };
    const { sales: tried, share } = heldOnUnseen(value, '2025-09-01');
    expect(tried).toBeGreaterThan(200);
    expect(share).toBeGreaterThanOrEqual(0.76);
    expect(share).toBeLessThanOrEqual(0.84);
  });
});
