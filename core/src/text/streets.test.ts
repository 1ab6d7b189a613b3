import parser from 'parse-address';
import { describe, expect, it } from 'vitest';
import STREET_TYPES from 'street-types';
import { isSameStreet, streetKey } from './streets.js';

describe('streetKey', () => {
  it('gives all spellings of each suffix of USPS Publication 28 (street-types) the same key', () => {
    let spellings = 0;
    for (const { suffix, abbrs, standardAbbr } of STREET_TYPES) {
      for (const spelling of [...abbrs, standardAbbr]) {
        expect([spelling, streetKey(`Lantern ${spelling}`)]).toEqual([spelling, streetKey(`Lantern ${suffix}`)]);
        spellings++;
      }
    }
    expect(spellings).toBeGreaterThan(550);
  });

  it('keeps suffixes apart but where the published list gives two the same abbreviation', () => {
    const keys = new Set(STREET_TYPES.map(({ suffix }) => streetKey(`Lantern ${suffix}`)));
    expect(keys.size).toBeGreaterThan(200);
    expect(isSameStreet('Lantern Loop', 'Lantern Lane')).toBe(false);
    expect(isSameStreet('Lantern Meadow', 'Lantern Mdws')).toBe(true);
  });
});

describe('isSameStreet', () => {
  it('agrees with parse-address on which abbreviations are one suffix', () => {
    const typeOf = (suffix: string): string | undefined => parser.parseLocation(`12 Lantern ${suffix}, Springfield, NY`)?.type;
    const known = STREET_TYPES.map(({ suffix, standardAbbr }) => ({ suffix, standardAbbr, type: typeOf(suffix) })).filter(
      ({ type }) => type !== undefined,
    );
    expect(known.length).toBeGreaterThan(150);
    for (const a of known.slice(0, 60))
      for (const b of known)
        expect([a.suffix, b.standardAbbr, isSameStreet(`Lantern ${a.suffix}`, `Lantern ${b.standardAbbr}`)]).toEqual([
          a.suffix,
          b.standardAbbr,
          a.type === b.type,
        ]);
  });
});
