import type { AddressPlace, CompsAnswer, ListingsAnswer, ParcelAnswer, PriceModelAnswer } from '@perambula/contract';
import { compGroupOf } from '@perambula/core';
import type { ListingRecord, Search } from '@perambula/core';
import ExcelJS from 'exceljs';
import { extractText, getDocumentProxy } from 'unpdf';
import { beforeAll, describe, expect, it } from 'vitest';
import { heldOnUnseen } from '../../../core/src/testing/unseenSales.js';
import { sharedStack } from '../testing/stack.js';
import type { Users } from '../testing/stack.js';

let stack: Users;
beforeAll(async () => {
  stack = await sharedStack();
});

const some = async (limit: number): Promise<string[]> => {
  const lines: Search['lines'] = [{ id: 'a', field: 'Status', is: { anyOf: ['Active'] } }];
  const search: Search = { version: 1, kinds: ['Residential'], lines, bounds: [], order: [] };
  const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search, set: 'fit', limit });
  return rows.map(({ ListingKey }) => ListingKey);
};

const closedIn = (city?: string): Search => ({
  version: 1,
  kinds: ['Residential'],
  lines: [
    { id: 'a', field: 'Status', is: { anyOf: ['Closed'] } },
    ...(city ? [{ id: 'b', field: 'City', is: { anyOf: [city] } }] : []),
  ],
  bounds: [],
  order: [{ field: 'CloseDate', direction: 'desc' }],
});

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
  it('are those that a search finds, the first of its order, and their number', async () => {
    const search = closedIn('Wrenfield');
    const { homes, total, subject, miles } = await stack.juno.good<CompsAnswer>('POST', '/api/comps', { search });
    const { fit } = await stack.juno.good<{ fit: number }>('POST', '/api/searches/count', { search });
    expect([total, homes.length, subject, miles]).toEqual([fit, Math.min(fit, 1000), null, null]);
    expect(fit).toBeGreaterThan(20);
    const dates = homes.map((home) => String(home['CloseDate']));
    expect(dates).toEqual(dates.toSorted().reverse());
    expect(await stack.juno.ask('POST', '/api/comps', { search: { version: 1 } })).toMatchObject({ status: 422 });
  });
  it('are no more than 1,000, and of no unknown home', async () => {
    const keys = Array.from({ length: 1001 }, (_, i) => `K${i}`);
    expect(await stack.juno.ask('POST', '/api/comps', { keys })).toMatchObject({ status: 422 });
    expect((await stack.juno.ask('POST', '/api/comps', { subject: 'OST9999999' })).status).toBe(404);
    expect(await stack.juno.good<CompsAnswer>('POST', '/api/comps', {})).toMatchObject({ subject: null, homes: [] });
  });
});

describe('homes compared, as a file', () => {
  /** A subject, and its comps with one that may not be displayed and one whose address is withheld among them. */
  const compared = async () => {
    const { records } = await withFlags();
    const hidden = records.find((each) => each['InternetEntireListingDisplayYN'] === false);
    const withheld = records.find(
      (each) => each['InternetAddressDisplayYN'] === false && each['InternetEntireListingDisplayYN'] !== false,
    );
    const plain = records.filter((each) => each['InternetEntireListingDisplayYN'] && each['InternetAddressDisplayYN']);
    const keys = [...plain.slice(1, 6), hidden, withheld].map((each) => String(each?.ListingKey));
    return { subject: plain[0], hidden, withheld, keys };
  };
  const withFlags = async () => {
    const file = await stack.juno.good<unknown>('POST', '/api/searches/file', { search: closedIn(), set: 'fit', type: 'json' });
    return { records: ((typeof file === 'string' ? JSON.parse(file) : file) as { value: ListingRecord[] }).value };
  };
  const fileOf = (body: object): Promise<Uint8Array> => stack.juno.bytes('/api/comps/file', body);

  it('are handed over as letter pages, without what their sellers withhold', async () => {
    const { subject, hidden, withheld, keys } = await compared();
    const body = { subject: subject?.ListingKey, keys, title: 'Homes like it', type: 'pdf' };
    const { text } = await extractText(await getDocumentProxy(await fileOf(body)), { mergePages: true });
    const plain = text.replace(/\s+/g, ' ');
    for (const said of ['Homes like it', 'Wayfarer Buyers’ Agents', 'Closed', 'median of 6', 'Not an appraisal', 'Price by size'])
      expect(plain).toContain(said);
    expect(plain).toContain('without 1 that may not be handed over');
    expect(plain).toContain('Address withheld by the seller');
    for (const home of [hidden, withheld]) expect(plain).not.toContain(String(home?.['UnparsedAddress']).split(', ')[0]);
    expect(plain).not.toMatch(/\$[\d,]+ to \$[\d,]+/);
    const own = { ...body, subject: hidden?.ListingKey };
    expect((await stack.juno.ask('POST', '/api/comps/file', own)).status).toBe(409);
  });

  it('are a workbook whose averages are formulas over their rows, beside the sales adjusted', async () => {
    const { subject, keys } = await compared();
    const workbook = new ExcelJS.Workbook();
    const bytes = await fileOf({ subject: subject?.ListingKey, keys, title: '=1+1', type: 'xlsx' });
    await workbook.xlsx.load(bytes.buffer as ArrayBuffer);
    const sheet = workbook.getWorksheet('Comps');
    // text is text: nothing of it is worked out
    expect(sheet?.getCell('A1').value).toBe('=1+1');
    const prices: number[] = [];
    const averages = new Map<string, unknown>();
    sheet?.eachRow((row) => {
      const [name, , status, price] = [1, 2, 3, 4].map((i) => row.getCell(i).value);
      if (status === 'Closed') prices.push(Number(price));
      if (typeof price === 'object' && price) averages.set(String(name), price);
    });
    expect(prices).toHaveLength(keys.length);
    expect(averages.get('mean')).toMatchObject({
      result: expect.closeTo(prices.reduce((a, b) => a + b) / prices.length, 6) as number,
    });
    expect(averages.get('highest')).toMatchObject({
      formula: expect.stringMatching(/^MAX\(D\d+:D\d+\)$/) as string,
      result: Math.max(...prices),
    });
    const sales = workbook.getWorksheet('Adjusted sales');
    expect(String(sales?.getCell('A1').value)).toMatch(/^\$[\d,]+ to \$[\d,]+$/);
    expect(String(sales?.getCell('A2').value)).toContain('No appraisal');
    expect(sales?.rowCount).toBe(3 + keys.length);
  });

  it('are refused where there is none, or more than are compared', async () => {
    const body = { keys: [], title: 'None', type: 'pdf' };
    expect((await stack.juno.ask('POST', '/api/comps/file', body)).status).toBe(422);
    expect((await stack.juno.ask('POST', '/api/comps/file', { ...body, keys: ['a'], type: 'doc' })).status).toBe(422);
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
