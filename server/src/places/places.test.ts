import type { AddressPlace, ListingsAnswer } from '@perambula/contract';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { startTestStack } from '../testing/stack.js';
import type { TestStack } from '../testing/stack.js';

let stack: TestStack;
beforeAll(async () => {
  stack = await startTestStack();
});
afterAll(() => stack.end());

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
