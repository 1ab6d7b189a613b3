import { describe, expect, it } from 'vitest';
import { buildCounty } from './county.js';
import { Market } from './market.js';
import { NOW } from './testing/figures.js';

const market = new Market(buildCounty({ parcels: 4000 }));
market.advanceTo(NOW);
const listings = market.entries().map((entry) => ({ record: market.record(entry), parcel: entry.listing.parcel }));
const homes = listings.filter(({ record }) => ['Residential', 'Residential Lease'].includes(String(record['PropertyType'])));

interface Room {
  readonly RoomType: string;
  readonly RoomLevel: string;
}

describe('a listing’s record', () => {
  it('closes with a price and a day, after it came on the market, and not otherwise', () => {
    for (const { record } of listings) {
      const closed = record['StandardStatus'] === 'Closed';
      expect(typeof record['ClosePrice'] === 'number').toBe(closed);
      expect(typeof record['CloseDate'] === 'string').toBe(closed);
      expect(Number(record['ListPrice'])).toBeGreaterThan(0);
      if (closed) expect(String(record['CloseDate']) >= String(record['OnMarketDate'])).toBe(true);
      expect(String(record['ListingContractDate']) <= String(record['OriginalEntryTimestamp']).slice(0, 10)).toBe(true);
      if (record['StandardStatus'] === 'Coming Soon') {
        expect(record['OnMarketDate']).toBeNull();
        expect(Date.parse(String(record['ActivationDate']))).toBeGreaterThan(NOW - 86_400_000);
      }
    }
  });
  it('is of no home before that was built, and speaks of no year to come', () => {
    for (const { record, parcel } of listings) {
      const year = Number(String(record['OriginalEntryTimestamp']).slice(0, 4));
      if (parcel.home.livingArea > 0) expect(parcel.home.yearBuilt).toBeLessThanOrEqual(year);
      expect(record['TaxYear']).toBe(year - 1);
      for (const [named] of String(record['PublicRemarks']).matchAll(/\b(19|20)\d\d\b/g))
        expect(Number(named)).toBeLessThanOrEqual(year);
    }
  });
  it('has as many bedrooms and baths among its rooms as its fields say', () => {
    for (const { record } of homes) {
      const rooms = record['Rooms'] as unknown as readonly Room[];
      if (rooms.length === 0) continue;
      const count = (type: RegExp): number => rooms.filter(({ RoomType }) => type.test(RoomType)).length;
      expect(count(/Bedroom$/)).toBe(record['BedroomsTotal']);
      expect(count(/^Half Bath$/)).toBe(record['BathroomsHalf']);
      if (record['BathroomsFull'] !== null)
        expect(count(/^Bathroom$/)).toBe(Number(record['BathroomsFull']) + Number(record['BathroomsThreeQuarter']));
    }
  });
  it('has remarks that agree with its fields', () => {
    for (const { record, parcel } of homes) {
      const said = String(record['PublicRemarks']);
      const garage = /Garage for (\d)/.exec(said)?.[1];
      if (garage && record['GarageSpaces'] !== null) expect(Number(garage)).toBe(record['GarageSpaces']);
      expect(said.startsWith('Corner lot')).toBe(!parcel.building && parcel.corner);
      if (said.includes('pool') && record['PoolPrivateYN'] !== null) expect(record['PoolPrivateYN']).toBe(true);
      if (said.includes('On the water') && record['WaterfrontYN'] !== null) expect(record['WaterfrontYN']).toBe(true);
      const told = String(record['PrivateRemarks']);
      if (/Septic/.test(told)) expect(record['Sewer']).toEqual(['Septic Tank']);
      if (/Shed|Dog in the yard|Roof quote/.test(told)) expect(parcel.building).toBeNull();
      const away = /^(\w+) away on/.exec(told)?.[1];
      expect(away ?? 'Vacant').toBe(record['OccupantType']);
      expect(String(record['ShowingInstructions']).startsWith(String(record['OccupantType']))).toBe(true);
    }
  });
  it('asks fees of associations only, by the month, quarter or year, and holds sellers’ wishes now and then', () => {
    const fees = homes.filter(({ record }) => record['AssociationFee'] !== null);
    expect(fees.length).toBeGreaterThan(100);
    for (const { record } of fees) expect(record['AssociationYN']).toBe(true);
    expect(new Set(fees.map(({ record }) => record['AssociationFeeFrequency']))).toEqual(
      new Set(['Monthly', 'Quarterly', 'Annually']),
    );
    const withheld = (field: string): number => homes.filter(({ record }) => record[field] === false).length / homes.length;
    for (const field of ['InternetEntireListingDisplayYN', 'InternetAddressDisplayYN', 'InternetConsumerCommentYN']) {
      expect(withheld(field)).toBeGreaterThan(0.01);
      expect(withheld(field)).toBeLessThan(0.09);
    }
  });
});
