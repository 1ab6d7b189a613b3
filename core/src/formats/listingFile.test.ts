import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { mean, median, sampleStandardDeviation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { bathsOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import { listings as someListings } from '../testing/randomListings.js';
import { writeFilePieces } from './filePieces.js';
import { readListingFile } from './listingFile.js';

const baltimore = readFileSync(new URL('./fixtures/baltimore.csv', import.meta.url), 'utf8');

describe('readListingFile', () => {
  it('reads the Baltimore house sales, giving the figures that R gives for them', () => {
    const { listings, fields, refused } = readListingFile(baltimore);
    expect(refused).toEqual([]);
    expect(listings).toHaveLength(211);
    const records = listings.map(({ record }) => record as unknown as ListingRecord);
    const prices = records.map((record) => Number(record['ClosePrice']));
    // summary(baltimore$PRICE) and sd(baltimore$PRICE) of spData, in thousands
    expect(mean(prices)).toBeCloseTo(44_307.18, 1);
    expect(median(prices)).toBe(40_000);
    expect(sampleStandardDeviation(prices)).toBeCloseTo(23_606.08, 1);
    // table(baltimore$NBATH): 63 with one and a half, which "two or more" leaves out and 1.5 does not
    expect(records.filter((record) => bathsOf(record) === 1.5)).toHaveLength(63);
    expect(records.filter((record) => (bathsOf(record) ?? 0) >= 2)).toHaveLength(65);
    expect(records.filter((record) => record['GarageYN'] === true)).toHaveLength(36);
    expect(records[0]).toMatchObject({
      ListingKey: 'BALT001',
      YearBuilt: 1830,
      LotSizeAcres: 0.0131,
      LivingArea: 1125,
      Basement: ['Full'],
    });
    expect(fields.find(({ heading }) => heading === 'LotSizeSquareFeet')).toEqual({
      heading: 'LotSizeSquareFeet',
      field: 'LotSizeAcres',
      filled: 211,
    });
    expect(fields.find(({ heading }) => heading === 'PatioAndPorchFeatures')?.field).toBe('PatioAndPorchFeatures');
    expect(fields.find(({ heading }) => heading === 'ListPrice')?.filled).toBe(0);
  });
  it('takes headings as people write them, and values as they type them', () => {
    const { listings } = readListingFile(
      '\uFEFFLISTING KEY,list price,Garage YN,Basement,On Market Date,View\r\nA1,"$450,000",yes,"Full, Finished",2026-04-01,Water;Valley\r\n',
    );
    expect(listings).toEqual([
      {
        at: 2,
        record: {
          ListingKey: 'A1',
          ListPrice: 450_000,
          GarageYN: true,
          Basement: ['Full', 'Finished'],
          OnMarketDate: '2026-04-01',
          View: ['Water', 'Valley'],
        },
      },
    ]);
  });
  it('refuses a listing with its reasons, and reads the rest', () => {
    const { listings, refused } = readListingFile(
      'ListingKey,ListPrice,OnMarketDate\nA1,450000,\nA2,about half a million,soon\n,1,\n',
    );
    expect(listings.map(({ record }) => record['ListingKey'])).toEqual(['A1']);
    expect(refused).toEqual([
      {
        at: 3,
        listingKey: 'A2',
        reason: 'ListPrice is “about half a million”, not a number; OnMarketDate is “soon”, not a date such as 2026-04-14',
      },
      { at: 4, listingKey: null, reason: 'neither ListingKey nor ListingId is there' },
    ]);
  });
  it('reads JSON as a list and as an OData answer', () => {
    const one = { ListingKey: 'A1', ListPrice: 1, Basement: ['Full'] };
    for (const text of [JSON.stringify([one]), JSON.stringify({ '@odata.context': 'x', value: [one] })])
      expect(readListingFile(text).listings).toEqual([{ at: 1, record: one }]);
  });
  it.each([
    ['', 'holds no listings'],
    ['{"value": 3}', 'not a list of listings'],
    ['[1, 2]', 'not a list of listings'],
    ['{"value": [', 'not JSON'],
    ['name,phone\nx,y', 'names no field'],
    ['ListingKey,PublicRemarks\nA1,"open', 'left open in line 2'],
  ])('says what is wrong with %j', (text, sentence) => expect(() => readListingFile(text)).toThrow(sentence));
});

describe('a file of listings', () => {
  it('writes what it reads back the same, as CSV and as JSON', () => {
    fc.assert(
      fc.property(someListings, (records) => {
        const kept = records.map((record) => Object.fromEntries(Object.entries(record).filter(([, value]) => !isBlank(value))));
        for (const type of ['csv', 'json'] as const) {
          const { listings, refused } = readListingFile(writeFilePieces(type, records));
          expect(refused).toEqual([]);
          expect(listings.map(({ record }) => record)).toEqual(kept);
        }
      }),
    );
  });
  it('lets no cell start a formula, whatever stands in a listing', () => {
    const records = ['=1+1', '+1', '-2', '@SUM(A1)', "'=x"].map((PublicRemarks, i) => ({ ListingKey: `A${i}`, PublicRemarks }));
    const csv = writeFilePieces('csv', records);
    for (const line of csv.trim().split('\r\n').slice(1)) expect(line.split(',')[1]?.replace(/^"/, '')).toMatch(/^'/);
    const back = readListingFile(csv).listings.map(({ record }) => record['PublicRemarks']);
    expect(back.slice(0, 4)).toEqual(records.slice(0, 4).map(({ PublicRemarks }) => PublicRemarks));
  });
});

function isBlank(value: unknown): boolean {
  return value == null || (Array.isArray(value) && value.length === 0);
}
