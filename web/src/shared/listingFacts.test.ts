import { FIELDS } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { factsOf } from './listingFacts.js';

const home: ListingRecord = {
  ListingKey: 'a',
  PropertyType: 'Residential',
  YearBuilt: 1964,
  LivingArea: 2140,
  BathroomsFull: 2,
  BathroomsHalf: 1,
  WaterfrontYN: false,
  TaxAnnualAmount: 5214,
  Heating: ['Heat Pump'],
};
const all = factsOf(home);
const facts = all.flatMap((group) => group.facts.map(({ field, text, unit }) => [field.name, text, unit] as const));

describe('factsOf', () => {
  it('says each field as people do, with its unit', () => {
    expect(facts).toEqual(
      expect.arrayContaining([
        ['YearBuilt', '1964', null],
        ['LivingArea', '2,140', 'sq ft'],
        ['Baths', '2½', null],
        ['WaterfrontYN', 'no', null],
        ['TaxAnnualAmount', '$5,214', expect.anything()],
        ['Heating', 'Heat Pump', null],
      ]),
    );
  });
  it('names what is left blank, and not what a home of its kind cannot have', () => {
    const blank = all.flatMap((group) => group.blank);
    expect(blank).toContain(FIELDS.find(({ name }) => name === 'GarageSpaces')?.label);
    const ofLand = factsOf({ ListingKey: 'b', PropertyType: 'Land' }).flatMap((group) => group.blank);
    expect(ofLand).not.toContain(FIELDS.find(({ name }) => name === 'BedroomsTotal')?.label);
  });
  it('has a place for every field of the catalogue that a listing can hold', () => {
    const full = Object.fromEntries(
      FIELDS.map(({ name, type }) => [name, type === 'choices' ? ['x'] : type === 'yesNo' ? true : 1]),
    );
    const told = factsOf({ ...full, ListingKey: 'c', PropertyType: 'Residential', PropertySubType: 'x' });
    const named = new Set(told.flatMap((group) => [...group.facts.map(({ field }) => field.label), ...group.blank]));
    expect(named.size).toBeGreaterThan(110);
  });
});
