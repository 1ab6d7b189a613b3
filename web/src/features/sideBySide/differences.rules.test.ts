import type { ListingRecord } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { comparedFacts } from './differences.rules.js';

const home = (key: string, more: Partial<ListingRecord>): ListingRecord => ({
  ListingKey: key,
  PropertyType: 'Residential',
  City: 'Port Ostrey',
  YearBuilt: 1964,
  ...more,
});

describe('comparedFacts', () => {
  it('parts what differs from what is alike, and says what one leaves blank', () => {
    const { differ, alike } = comparedFacts([home('a', { BedroomsTotal: 3, GarageSpaces: 1 }), home('b', { BedroomsTotal: 4 })]);
    const differing = Object.fromEntries(differ.map(({ name, texts }) => [name, texts]));
    expect(differing).toMatchObject({ BedroomsTotal: ['3', '4'], GarageSpaces: ['1 space', null] });
    expect(alike.map(({ name }) => name)).toEqual(expect.arrayContaining(['City', 'YearBuilt']));
    expect(alike.some(({ name }) => name in differing)).toBe(false);
  });
  it('of homes that are the same has nothing that differs', () => {
    expect(comparedFacts([home('a', {}), home('b', {})]).differ).toEqual([]);
  });
});
