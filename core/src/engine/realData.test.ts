import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { readListingFile } from '../formats/listingFile.js';
import type { ListingRecord } from '../listing/record.js';
import type { FieldLine, Search } from '../search/document.js';
import { Engine } from './engine.js';

/*
 * Real sales and census tracts, from Debian's r-cran-spdata 2.2.1 (CC0): `baltim`, 211 house sales in Baltimore in 1978
 * (Dubin 1992; prices in thousands of dollars, sizes in hundreds of square feet), and `boston_tracts`, 506 tracts
 * (Harrison and Rubinfeld 1978, corrected by Gilley and Pace 1996), without its column on race. The figures expected
 * were counted on the same tables by a few lines of Python over the package's dbf files.
 */
const TIME = { now: Date.parse('2026-04-14T13:12:00Z'), zone: 'America/New_York' };

function engineOf(records: readonly ListingRecord[]): Engine {
  const engine = new Engine();
  engine.put(records);
  return engine;
}

function searchOf(lines: readonly Omit<FieldLine, 'id'>[], bounds: Search['bounds'] = []): Search {
  return {
    version: 1,
    kinds: ['Residential'],
    lines: lines.map((line, i) => ({ ...line, id: `line${i}` })),
    bounds,
    order: [],
    reach: 'all',
  };
}

describe('Engine over the Baltimore sales', () => {
  const text = readFileSync(new URL('../formats/fixtures/baltimore.csv', import.meta.url), 'utf8');
  const engine = engineOf(readListingFile(text).listings.map(({ record }) => record as unknown as ListingRecord));
  const fit = (...lines: Omit<FieldLine, 'id'>[]): number => engine.count(searchOf(lines), TIME).fit;

  it('holds all 211 sales', () => {
    expect(fit()).toBe(211);
  });

  it('counts a range with both ends', () => {
    expect(fit({ field: 'ClosePrice', is: { between: [40_000, 60_000] } })).toBe(76);
  });

  it('finds 63 homes with one and a half baths that two full baths lose', () => {
    expect(fit({ field: 'Baths', is: { atLeast: 1.5 } })).toBe(128);
    expect(fit({ field: 'BathroomsFull', is: { atLeast: 2 } })).toBe(65);
  });

  it('says what each of four lines holds back', () => {
    const count = engine.count(
      searchOf([
        { field: 'ClosePrice', is: { atMost: 50_000 } },
        { field: 'Baths', is: { atLeast: 1.5 } },
        { field: 'GarageSpaces', is: { atLeast: 1 } },
        { field: 'PropertySubType', is: { anyOf: ['Single Family Residence'] } },
      ]),
      TIME,
    );
    expect([count.fit, ...count.lines.map(({ holdsBack }) => holdsBack)]).toEqual([7, 15, 5, 19, 1]);
    expect(count.missByOne).toBe(40);
  });

  it('gives the lowest, middle and highest price', () => {
    const lines = [{ field: 'PropertySubType', is: { anyOf: ['Single Family Residence'] } }];
    const { prices } = engine.find(searchOf(lines), TIME, { set: 'fit', prices: true });
    expect(prices).toEqual({ lowest: 23_000, median: 50_000, highest: 165_000 });
  });
});

describe('Engine over the Boston tracts', () => {
  const text = readFileSync(new URL('./fixtures/boston.csv', import.meta.url), 'utf8').trim();
  const engine = engineOf(
    Papa.parse<Record<string, string>>(text, { header: true }).data.map((row, i) => ({
      ListingKey: `T${i}`,
      PropertyType: 'Residential',
      StandardStatus: 'Closed',
      City: String(row['TOWN']),
      Longitude: Number(row['LON']),
      Latitude: Number(row['LAT']),
      ListPrice: Math.round(Number(row['CMEDV']) * 1000),
      // the mean number of rooms, in thousandths
      LivingArea: Math.round(Number(row['RM']) * 1000),
    })),
  );

  it('counts each line and a box that ten tracts lie just on the edge of', () => {
    const box = [
      [-71.1, 42.2],
      [-71, 42.2],
      [-71, 42.3],
      [-71.1, 42.3],
      [-71.1, 42.2],
    ] as const;
    const count = engine.count(
      searchOf(
        [
          { field: 'ListPrice', is: { atMost: 25_000 } },
          { field: 'LivingArea', is: { atLeast: 6000 } },
        ],
        [{ id: 'box', mode: 'in', shape: { type: 'Polygon', coordinates: [box] } }],
      ),
      TIME,
    );
    expect(count.fit).toBe(62);
    expect(count.lines.map(({ holdsBack }) => holdsBack)).toEqual([31, 79]);
    expect(count.keepIn.holdsBack).toBe(152);
  });

  it('finds the 30 tracts of one town', () => {
    expect(engine.count(searchOf([{ field: 'City', is: { anyOf: ['Cambridge'] } }]), TIME).fit).toBe(30);
  });
});
