import type { AddressPlace, ListingsAnswer } from '@perambula/contract';
import type { OnFoot } from '@perambula/core';
import { beforeAll, expect, it } from 'vitest';
import { sharedStack } from '../testing/stack.js';
import type { Users } from '../testing/stack.js';

let stack: Users;
beforeAll(async () => {
  stack = await sharedStack();
});

const find = (sought: string): Promise<AddressPlace[]> =>
  stack.juno.good<AddressPlace[]>('GET', `/api/places/addresses?sought=${encodeURIComponent(sought)}`);

it('finds a listed home’s parcel where the listing says that it lies', async () => {
  const search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
  const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search, set: 'fit' });
  const home = rows.find((row) => typeof row['Longitude'] === 'number' && row['UnitNumber'] == null);
  const found = await find(String(home?.['UnparsedAddress']).toLowerCase().replace(',', ''));
  const parcel = found.find(({ parcelNumber }) => parcelNumber === home?.['ParcelNumber']);
  expect(parcel?.at[0]).toBeCloseTo(home?.['Longitude'] as number, 4);
  expect(parcel?.at[1]).toBeCloseTo(home?.['Latitude'] as number, 4);
});

it('finds parcels that were never listed, and nothing by half an address', async () => {
  const found = await find('1 1st');
  expect(found.length).toBeLessThanOrEqual(8);
  expect(await find('nowhere')).toEqual([]);
  const refused = await stack.juno.ask('GET', '/api/places/addresses?sought=');
  expect(refused).toMatchObject({ status: 422, body: { message: expect.stringContaining('Say which address') as string } });
});

it('tells the walk from a listing to the nearest of what one walks to, the shortest first', async () => {
  const search = {
    version: 1,
    kinds: ['Residential'],
    lines: [{ id: 't', field: 'City', is: { anyOf: ['Port Ostrey'] } }],
    bounds: [],
    order: [],
  };
  const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search, set: 'fit' });
  const key = rows.find((row) => typeof row['Longitude'] === 'number')?.ListingKey;
  const walks = await stack.juno.good<OnFoot[]>('GET', `/api/listings/${key}/onFoot`);
  const kinds = walks.map(({ kind }) => kind);
  expect(kinds).toEqual(expect.arrayContaining(['busStop', 'grocery', 'school']));
  expect(new Set(kinds).size).toBe(kinds.length);
  const minutes = walks.map((walk) => walk.minutes);
  expect(minutes).toEqual(minutes.toSorted((a, b) => a - b));
  // between two and four miles an hour
  for (const walk of walks.filter(({ miles }) => miles > 0.2)) expect(walk.miles / (walk.minutes / 60)).toBeCloseTo(3, -0.3);
  expect((await stack.juno.ask('GET', '/api/listings/OST9999999/onFoot')).status).toBe(404);
});
