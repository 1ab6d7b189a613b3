import { describe, expect, it } from 'vitest';
import { STORED_FIELDS } from './audience.js';
import { appliesTo, fieldOf, FIELDS, valueOf } from './fields.js';
import { PROPERTY_TYPES } from './kinds.js';
import type { Field } from './field.js';
import { bathsOf, feePerMonthOf, positionOf, pricePerSquareFootOf } from './record.js';
import type { ListingRecord } from './record.js';
import { factsOf } from './facts.js';
import { isAvailable, ON_MARKET, STATUS_DATE_FIELD, STATUSES } from './status.js';

const record = (fields: object): ListingRecord => ({ ListingKey: 'L1', PropertyType: 'Residential', ...fields });

describe('FIELDS', () => {
  it('have names and labels of their own', () => {
    expect(new Set(FIELDS.map(({ name }) => name)).size).toBe(FIELDS.length);
    expect(new Set(FIELDS.map(({ label }) => label)).size).toBe(FIELDS.length);
  });
  it('can be read of what is stored, or are computed', () => {
    for (const { name, derive } of FIELDS) expect([name, STORED_FIELDS.has(name) || derive !== undefined]).toEqual([name, true]);
  });
  it('that are numbers or money say how finely they are told, and never by synonyms of another', () => {
    for (const { type, precision } of FIELDS) if (precision !== undefined) expect(['number', 'money']).toContain(type);
    const owners = new Map<string, string[]>();
    for (const { name, synonyms = [] } of FIELDS)
      for (const word of synonyms) owners.set(word, [...(owners.get(word) ?? []), name]);
    for (const { label } of FIELDS)
      for (const owner of owners.get(label.toLowerCase()) ?? []) expect(fieldOf(owner)?.label).toBe(label);
  });
  it('belong to kinds that there are', () => {
    for (const { kinds = [] } of FIELDS) for (const kind of kinds) expect(PROPERTY_TYPES).toContain(kind);
    expect(appliesTo(fieldOf('BedroomsTotal') as Field, ['Land'])).toBe(false);
    expect(appliesTo(fieldOf('ListPrice') as Field, ['Land'])).toBe(true);
  });
  it('are found by name only', () => expect(fieldOf('bedroomstotal')).toBeUndefined());
  it('never hold offers of compensation, lock codes, or loans', () => {
    for (const { name } of FIELDS) expect(name).not.toMatch(/Compensation|LockBox|Loan/i);
    for (const name of STORED_FIELDS) expect(name).not.toMatch(/Compensation|LockBox|Loan/i);
  });
});

describe('derived values', () => {
  it.each([
    [{ BathroomsFull: 2 }, 2],
    [{ BathroomsFull: 1, BathroomsHalf: 1 }, 1.5],
    [{ BathroomsFull: 1, BathroomsThreeQuarter: 1, BathroomsHalf: 2, BathroomsOneQuarter: 1 }, 3],
    [{ BathroomsFull: 0, BathroomsHalf: 1 }, 0.5],
    [{ BathroomsHalf: 1 }, null],
    [{}, null],
  ])('baths of %o are %s', (fields, baths) => expect(bathsOf(record(fields))).toBe(baths));

  it.each([
    [{ AssociationFee: 250, AssociationFeeFrequency: 'Monthly' }, 250],
    [{ AssociationFee: 600, AssociationFeeFrequency: 'Quarterly' }, 200],
    [{ AssociationFee: 1200, AssociationFeeFrequency: 'Annually' }, 100],
    [{ AssociationFee: 1200, AssociationFeeFrequency: 'Semi-Annually' }, 200],
    [{ AssociationFee: 60, AssociationFeeFrequency: 'Weekly' }, 260],
    [{ AssociationFee: 60 }, null],
    [{ AssociationFeeFrequency: 'Monthly' }, null],
    [{ AssociationYN: false }, 0],
    [{ AssociationYN: true, AssociationFee: 60, AssociationFeeFrequency: 'Now and then' }, null],
  ])('the fee a month of %o is %s', (fields, fee) => expect(feePerMonthOf(record(fields))).toBe(fee));

  it('a square foot costs to the cent, and nothing without an area', () => {
    expect(pricePerSquareFootOf(record({ ListPrice: 418_000, LivingArea: 2140 }))).toBe(195.33);
    expect(pricePerSquareFootOf(record({ ListPrice: 418_000, LivingArea: 0 }))).toBeNull();
    expect(pricePerSquareFootOf(record({ LivingArea: 2140 }))).toBeNull();
  });
  it('no garage means no spaces, but only where that is said', () => {
    const spaces = fieldOf('GarageSpaces') as Field;
    expect(valueOf(spaces, record({ GarageYN: false }))).toBe(0);
    expect(valueOf(spaces, record({ GarageYN: true }))).toBeUndefined();
    expect(valueOf(spaces, record({ GarageYN: false, GarageSpaces: 2 }))).toBe(2);
  });
  it('a position needs both of its numbers', () => {
    expect(positionOf(record({ Longitude: -66, Latitude: 40.6 }))).toEqual([-66, 40.6]);
    expect(positionOf(record({ Longitude: -66, Latitude: null }))).toBeNull();
  });
  it('facts stand on one line as far as they are filled in', () => {
    expect(factsOf(record({ BedroomsTotal: 4, BathroomsFull: 2, BathroomsHalf: 1, LivingArea: 2140, LotSizeAcres: 0.21 }))).toBe(
      '4 bd · 2½ ba · 2,140 sq ft · 0.21 ac',
    );
    expect(factsOf(record({ LotSizeAcres: 12 }))).toBe('12 ac');
    expect(factsOf(record({}))).toBe('');
  });
});

describe('statuses', () => {
  // RESO Data Dictionary, StandardStatus; from memory
  it('are the standard’s, with Withdrawn, Hold, Canceled and Expired told apart', () => {
    expect([...STATUSES].sort()).toEqual([
      'Active',
      'Active Under Contract',
      'Canceled',
      'Closed',
      'Coming Soon',
      'Expired',
      'Hold',
      'Pending',
      'Withdrawn',
    ]);
  });
  it('are on the market, or refer to a time of their own', () => {
    expect(STATUSES.filter((status) => !ON_MARKET.has(status))).toEqual(['Closed', 'Withdrawn', 'Expired', 'Canceled']);
    for (const status of STATUSES) expect(fieldOf(STATUS_DATE_FIELD[status])).toBeDefined();
    expect(STATUSES.filter(isAvailable)).toEqual(['Coming Soon', 'Active']);
  });
});
