import { describe, expect, it } from 'vitest';
import { parcelHeadings, parcelKey, readParcelRow } from './parcelFile.js';

describe('parcelHeadings', () => {
  it('knows columns by the Data Dictionary’s names and by what assessors call them, however they are written', () => {
    const headings = ['APN', 'SITUS_ADDRESS', 'OwnerName', 'BLDG SQFT', 'yr_built', 'Lot Size', 'ACCT_NOTE'];
    expect(parcelHeadings(headings, {})).toEqual({
      ParcelNumber: 'APN',
      UnparsedAddress: 'SITUS_ADDRESS',
      OwnerName: 'OwnerName',
      LivingArea: 'BLDG SQFT',
      YearBuilt: 'yr_built',
      LotSizeSquareFeet: 'Lot Size',
    });
  });

  it('takes what was said before what it guesses, and no column twice', () => {
    const given = { ParcelNumber: 'KEY', OwnerName: 'APN' };
    expect(parcelHeadings(['KEY', 'APN', 'OWNER'], given)).toEqual(given);
  });

  it('says what is wrong with what was said', () => {
    expect(() => parcelHeadings(['A', 'B'], {})).toThrow('No column holds parcel numbers.');
    expect(() => parcelHeadings(['APN'], { YearBuilt: 'YB' })).toThrow('no column “YB”, which was to be read as YearBuilt');
    expect(() => parcelHeadings(['APN'], { Turrets: 'APN' })).toThrow('“Turrets” is not kept of parcels.');
  });
});

describe('readParcelRow', () => {
  const headings = parcelHeadings(['APN', 'SQFT', 'ACRES', 'LOT_SQFT', 'SALE_DATE', 'SALE_PRICE', 'OWNER'], {});
  const read = (row: Record<string, unknown>) => readParcelRow({ APN: '12-3', ...row }, headings);

  it('reads numbers, money and days as assessors write them', () => {
    const row = { SQFT: '1,850', SALE_DATE: '4/7/2021', SALE_PRICE: '$412,500', OWNER: '  R. Vey ' };
    expect(read(row)).toEqual({
      ParcelNumber: '12-3',
      LivingArea: 1850,
      SaleDate: '2021-04-07',
      SalePrice: 412_500,
      OwnerName: 'R. Vey',
    });
    expect(read({ SALE_DATE: '20210407' })).toMatchObject({ SaleDate: '2021-04-07' });
    expect(read({ SALE_DATE: '2021-04-07T00:00:00Z' })).toMatchObject({ SaleDate: '2021-04-07' });
  });

  it('leaves out blanks, and the nought that stands for one', () => {
    expect(read({ SQFT: 0, SALE_PRICE: '0', OWNER: ' ', SALE_DATE: null })).toEqual({ ParcelNumber: '12-3' });
  });

  // an acre is 43,560 square feet (NIST Handbook 44, appendix C)
  it('gives a lot in acres, as the file does or from its square feet', () => {
    expect(read({ LOT_SQFT: '10890' })).toMatchObject({ LotSizeAcres: 0.25 });
    expect(read({ LOT_SQFT: '10890', ACRES: '0.26' })).toMatchObject({ LotSizeAcres: 0.26 });
  });

  it('says which value cannot be read', () => {
    expect(read({ SQFT: 'n/a' })).toBe('LivingArea is “n/a”');
    expect(read({ SALE_DATE: '13/45/2021' })).toBe('SaleDate is “13/45/2021”');
    expect(read({ APN: ' - ' })).toBe('it has no parcel number');
    expect(read({ OWNER: 'x'.repeat(501) })).toMatch(/^OwnerName is “x{40}”$/);
  });
});

it('parcel numbers are the same however they are set', () => {
  expect(parcelKey('12-034.5 a')).toBe('120345A');
});
