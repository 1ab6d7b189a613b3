import { describe, expect, it } from 'vitest';
import { forAudience, mayShow, STORED_FIELDS } from './audience.js';
import type { ShownTo } from './audience.js';
import { AUDIENCES } from './field.js';
import { bathsOf, feePerMonthOf } from './record.js';

const raw = {
  ListingKey: 'a',
  ListPrice: 400_000,
  PublicRemarks: 'Sunny.',
  PrivateRemarks: 'Owner away.',
  ShowingInstructions: 'Call first.',
  OccupantType: 'Owner',
  UnparsedAddress: '1 Heron Ter, Wrenfield',
  Longitude: -66,
  Latitude: 40.6,
  ListOfficeName: 'Marl & Mason',
  ListOfficePhone: '555-0114',
  ModificationTimestamp: '2026-04-14T12:00:00Z',
  BuyerAgencyCompensation: '2.5',
  LockBoxSerialNumber: '1',
  AccessCode: '2',
  OwnerName: 'Somebody',
  ClosePrice: 1,
};

describe('what each audience may see', () => {
  it('is what the trade shows it: a client no more than a client, the public no more than the public', () => {
    // common practice: what only agents need, and what tells how hard a seller can be pressed, stays with agents
    const agentsOnly = [
      'PrivateRemarks',
      'ShowingInstructions',
      'OccupantType',
      'OriginalListPrice',
      'ParcelNumber',
      'ListAgentMobilePhone',
    ];
    const whole = Object.fromEntries([...STORED_FIELDS].map((name) => [name, 'x']));
    const home = { ...whole, InternetAddressDisplayYN: true };
    for (const name of agentsOnly) {
      expect(forAudience(home, 'agent')).toHaveProperty(name);
      expect(forAudience(home, 'message')).not.toHaveProperty(name);
    }
    const counts = AUDIENCES.map((audience) => Object.keys(forAudience(home, audience)).length);
    expect(counts).toEqual([...counts].sort((a, b) => a - b));
    expect(counts.at(-1)).toBe(STORED_FIELDS.size);
  });
  it('is told to the compiler: a record that passed none, or another, is no answer', () => {
    const shown: ShownTo<'client'> = forAudience(raw, 'client');
    // @ts-expect-error: what an agent may see is not for a client
    const other: ShownTo<'client'> = forAudience(raw, 'agent');
    // @ts-expect-error: nothing was taken out of it
    const unfiltered: ShownTo<'client'> = raw;
    expect([shown, other, unfiltered]).toHaveLength(3);
  });
});

describe('forAudience', () => {
  it.each(AUDIENCES)('keeps offers of compensation, lock codes and owners from the %s', (audience) => {
    const shown = forAudience(raw, audience);
    for (const field of ['BuyerAgencyCompensation', 'LockBoxSerialNumber', 'AccessCode', 'OwnerName'])
      expect(shown).not.toHaveProperty(field);
  });
  it('keeps remarks and instructions for the agent alone', () => {
    for (const audience of AUDIENCES) {
      const shown = forAudience(raw, audience);
      for (const field of ['PrivateRemarks', 'ShowingInstructions', 'OccupantType', 'ClosePrice'])
        expect(field in shown).toBe(audience === 'agent');
    }
  });
  it('names the listing office, its telephone and the update to everybody', () => {
    for (const audience of AUDIENCES)
      expect(forAudience(raw, audience)).toMatchObject({
        ListOfficeName: 'Marl & Mason',
        ListOfficePhone: '555-0114',
        ModificationTimestamp: raw.ModificationTimestamp,
      });
  });
  it('withholds the address and place where the seller does', () => {
    const flagged = { ...raw, InternetAddressDisplayYN: false };
    for (const field of ['UnparsedAddress', 'Longitude', 'Latitude']) {
      expect(forAudience(flagged, 'client')).not.toHaveProperty(field);
      expect(forAudience(flagged, 'agent')).toHaveProperty(field);
    }
  });
  it('lets nothing that others read name a street or building that the seller withholds', () => {
    const home = {
      ...raw,
      InternetAddressDisplayYN: false,
      UnparsedAddress: '1 Heron Ter, Wrenfield',
      StreetName: 'Heron',
      BuildingName: 'Mason House',
      SubdivisionName: 'Heron Terrace',
      City: 'Heron Point',
      PublicRemarks: 'Sunny rooms. The quiet end of HERON Terrace! A porch; see Mason house first. Herons on the pond.',
    };
    for (const audience of ['public', 'client', 'message'] as const) {
      const shown = forAudience(home, audience);
      // the town is told: it says where the home is when the address does not
      expect(shown).toMatchObject({
        PublicRemarks: 'Sunny rooms. A porch; Herons on the pond.',
        SubdivisionName: '',
        City: 'Heron Point',
      });
    }
    expect(forAudience(home, 'agent')['PublicRemarks']).toBe(home.PublicRemarks);
    expect(forAudience({ ...home, InternetAddressDisplayYN: true }, 'public')['PublicRemarks']).toBe(home.PublicRemarks);
  });
  it.each([null, 'N', 'false', 0, 'maybe', 'true', 1, {}])('takes a flag of %j for a no: only a plain yes is one', (flag) => {
    expect(mayShow({ ...raw, InternetEntireListingDisplayYN: flag }, 'client')).toBe(false);
    expect(forAudience({ ...raw, InternetAddressDisplayYN: flag }, 'message')).not.toHaveProperty('UnparsedAddress');
  });
  it.each([undefined, null, '', ' '])('shows no listing to others whose office is %j', (office) => {
    expect(mayShow({ ...raw, ListOfficeName: office }, 'client')).toBe(false);
    expect(mayShow({ ...raw, ListOfficeName: office }, 'agent')).toBe(true);
  });
  it('keeps a listing off the internet where the seller does', () => {
    const hidden = forAudience({ ...raw, InternetEntireListingDisplayYN: false }, 'agent');
    expect(AUDIENCES.filter((audience) => mayShow(hidden, audience))).toEqual(['agent']);
  });
});

describe('derived fields', () => {
  // common practice, no source: the integer count takes a half bath for one; halves come from the parts
  it('counts a half bath as a half', () => {
    expect(bathsOf({ ListingKey: 'a', BathroomsFull: 2, BathroomsHalf: 1, BathroomsTotalInteger: 3 })).toBe(2.5);
    expect(bathsOf({ ListingKey: 'a', BathroomsFull: 1, BathroomsThreeQuarter: 1, BathroomsOneQuarter: 1 })).toBe(2);
    expect(bathsOf({ ListingKey: 'a', BathroomsHalf: 1 })).toBeNull();
  });
  it('states a fee by the month however it is listed', () => {
    const fee = (AssociationFee: number | null, AssociationFeeFrequency: string | null, AssociationYN = true): number | null =>
      feePerMonthOf({ ListingKey: 'a', AssociationYN, AssociationFee, AssociationFeeFrequency });
    expect([fee(300, 'Monthly'), fee(300, 'Quarterly'), fee(1200, 'Annually'), fee(300, null), fee(null, null, false)]).toEqual([
      300,
      100,
      100,
      null,
      0,
    ]);
  });
});
