import { FIELD_GROUPS, FIELDS, fieldOf } from '@perambula/core';
import type { Field } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { inGroups, shareSaid } from './catalogue.rules.js';

const field = (name: string): Field => fieldOf(name) as Field;

describe('inGroups', () => {
  it('keeps the catalogue’s groups together, each in the order given', () => {
    const given = ['GarageSpaces', 'ListPrice', 'BedroomsTotal', 'TaxAnnualAmount'].map(field);
    const grouped = inGroups(given, (each) => each);
    expect(new Set(grouped)).toEqual(new Set(given));
    const places = grouped.map(({ group }) => FIELD_GROUPS.indexOf(group));
    expect(places).toEqual([...places].sort((a, b) => a - b));
  });
});

describe('shareSaid', () => {
  const share = (name: string, filled: number | null) => shareSaid(field(name), { [name]: filled });

  it('says how many fill a field in, rounded away from none and from all', () => {
    expect(share('Heating', 0.504)).toBe('50% filled in');
    expect(share('Heating', 0.9996)).toBe('99% filled in');
    expect(share('Heating', 0.0004)).toBe('1% filled in');
    expect(share('Heating', 0)).toBe('never filled in');
    expect(share('Heating', null)).toBe('not of these kinds');
  });

  it('says “always” of what listings must fill in, and only where they did', () => {
    expect(share('ListPrice', 1)).toBe('always filled in');
    expect(share('ListPrice', 0.98)).toBe('98% filled in');
  });

  it('says nothing before it is known, and of what each home is worked out for just that', () => {
    expect(shareSaid(field('Heating'), undefined)).toBe('');
    const own = FIELDS.find(({ ofLine }) => ofLine) as Field;
    expect(shareSaid(own, {})).toBe('worked out for each home');
  });
});
