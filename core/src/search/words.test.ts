import fc from 'fast-check';
import { TIME } from '../testing/randomListings.js';
import { describe, expect, it } from 'vitest';
import { fieldOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import { isSameStreet } from '../text/streets.js';
import type { Is, Search } from './document.js';
import { missOf } from './miss.js';
import { parseValue } from './parseValue.js';
import { phraseOfIs } from './phrase.js';
import { sentenceOf } from './sentence.js';

const field = (name: string): Field => fieldOf(name) as Field;
const read = (text: string, name: string): unknown => parseValue(text, field(name), ['Residential']);

describe('parseValue', () => {
  it.each([
    ['3 or more', 'BedroomsTotal', { atLeast: 3 }],
    ['>= 3', 'BedroomsTotal', { atLeast: 3 }],
    ['3+', 'BedroomsTotal', { atLeast: 3 }],
    ['at most 4', 'BedroomsTotal', { atMost: 4 }],
    ['<= 4', 'BedroomsTotal', { atMost: 4 }],
    ['3 to 5', 'BedroomsTotal', { between: [3, 5] }],
    ['3..5', 'BedroomsTotal', { between: [3, 5] }],
    ['exactly 3', 'BedroomsTotal', { equals: 3 }],
    ['not 3', 'BedroomsTotal', { not: 3 }],
    ['3', 'BedroomsTotal', { atLeast: 3 }],
    ['1½ or more', 'Baths', { atLeast: 1.5 }],
    ['1 1/2', 'Baths', { atLeast: 1.5 }],
    ['½', 'Baths', { atLeast: 0.5 }],
    ['450k', 'ListPrice', { atMost: 450_000 }],
    ['1.2m', 'ListPrice', { atMost: 1_200_000 }],
    ['$300,000 to $450,000', 'ListPrice', { between: [300_000, 450_000] }],
    ['300-450k', 'ListPrice', { between: [300_000, 450_000] }],
    ['1,500 sq ft or more', 'LivingArea', { atLeast: 1500 }],
    ['0.21 ac', 'LotSizeAcres', { atLeast: 0.21 }],
    ['blank', 'LotSizeAcres', { blank: true }],
    ['last 30 days', 'OnMarketDate', { last: 'P30D' }],
    ['next 2 weeks', 'OnMarketDate', { next: 'P2W' }],
    ['since Jan 1, 2026', 'OnMarketDate', { atLeast: '2026-01-01' }],
    ['2026-01-01 to 2026-03-31', 'OnMarketDate', { between: ['2026-01-01', '2026-03-31'] }],
  ])('reads “%s” of %s', (text, name, is) => expect(read(text, name)).toEqual({ is }));

  it('reads a price that no house has as thousands, and says so', () => {
    expect(read('450', 'ListPrice')).toEqual({ is: { atMost: 450_000 }, note: '$450,000, read from 450' });
    expect(parseValue('2400', field('ListPrice'), ['Residential Lease'])).toEqual({ is: { atMost: 2400 } });
  });

  it.each([
    ['', 'ListPrice'],
    ['a lot', 'ListPrice'],
    ['450k to 300k', 'ListPrice'],
    ['3,50', 'ListPrice'],
    ['soon', 'OnMarketDate'],
    ['Feb 30, 2026', 'OnMarketDate'],
  ])('says what is wrong with “%s”', (text, name) => {
    expect(read(text, name)).toHaveProperty('problem', expect.stringMatching(/\.$/));
  });

  it('reads every phrase back to the value that it was printed from', () => {
    const halves = fc.integer({ min: 1, max: 16 }).map((n) => n / 2);
    const amounts: Readonly<Record<string, fc.Arbitrary<number>>> = {
      ListPrice: fc.integer({ min: 10_000, max: 9_000_000 }),
      Baths: halves,
      LivingArea: fc.integer({ min: 1, max: 99_999 }),
      BedroomsTotal: fc.integer({ min: 1, max: 12 }),
      YearBuilt: fc.integer({ min: 1800, max: 2026 }),
      FeePerMonth: fc.integer({ min: 1, max: 2000 }),
    };
    for (const [name, amount] of Object.entries(amounts)) {
      const tests: fc.Arbitrary<Is> = fc.oneof(
        amount.map((atLeast) => ({ atLeast })),
        amount.map((atMost) => ({ atMost })),
        amount.map((equals) => ({ equals })),
        amount.map((not) => ({ not })),
        fc.tuple(amount, amount).map(([a, b]) => ({ between: [Math.min(a, b), Math.max(a, b)] as const })),
      );
      fc.assert(
        fc.property(
          tests,
          (is) => void expect(parseValue(phraseOfIs(is, field(name)), field(name), ['Residential'])).toEqual({ is }),
        ),
      );
    }
  });
});

describe('sentenceOf', () => {
  it('says the whole search', () => {
    const search: Search = {
      version: 1,
      kinds: ['Residential'],
      order: [],
      lines: [
        { id: 'a', field: 'PropertySubType', is: { anyOf: ['Single Family Residence', 'Townhouse'] } },
        { id: 'b', field: 'BedroomsTotal', is: { atLeast: 3 } },
        { id: 'c', field: 'ListPrice', is: { between: [300000, 450000] } },
        { id: 'd', field: 'PublicRemarks', is: { words: { anyOf: ['workshop'] } }, weight: 'nice' },
      ],
      bounds: [
        { id: 'k', mode: 'in', name: 'Sedge station', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 804.672 } },
        { id: 'm', mode: 'out', name: 'Mill yard', shape: { type: 'Polygon', coordinates: [] } },
      ],
    };
    expect(sentenceOf(search)).toBe(
      'Houses and townhouses within ½ mile around Sedge station, but not in Mill yard; 3 beds or more; $300,000 to $450,000. Would be nice: public remarks mentions workshop.',
    );
  });
});

describe('missOf', () => {
  const search = (is: Is, name: string): Search => ({
    version: 1,
    kinds: ['Residential'],
    lines: [{ id: 'a', field: name, is }],
    bounds: [],
    order: [],
  });
  it.each([
    [{ atMost: 450_000 }, 'ListPrice', { ListPrice: 455_000 }, '$5,000 over', 5000],
    [{ atLeast: 2 }, 'Baths', { BathroomsFull: 1, BathroomsHalf: 1 }, 'half a bath short', 0.5],
    [{ atLeast: 3 }, 'BedroomsTotal', { BedroomsTotal: 1 }, '2 bedrooms short', 2],
    [{ atLeast: 0.25 }, 'LotSizeAcres', { LotSizeAcres: 0.21 }, '0.04 ac short', 0.04],
  ])('says how far %j of %s is from %j', (is, name, record, text, by) => {
    expect(missOf(search(is as Is, name), { ListingKey: 'x', PropertyType: 'Residential', ...record }, 'a', TIME)).toMatchObject({
      text,
      by,
    });
  });
  it('says how far outside a circle a home stands', () => {
    const bounded: Search = {
      version: 1,
      kinds: ['Residential'],
      lines: [],
      bounds: [{ id: 'k', mode: 'in', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 500 } }],
      order: [],
    };
    expect(
      missOf(bounded, { ListingKey: 'x', PropertyType: 'Residential', Longitude: -66, Latitude: 40.6105 }, 'keepIn', TIME),
    ).toMatchObject({ text: '0.4 miles outside', unit: 'm' });
  });
});

describe('isSameStreet', () => {
  it.each([
    ['1st St', 'First Street', true],
    ['Lantern', 'Lantern Ln', true],
    ['N Heron Ter', 'North Heron Terrace', true],
    ['Lantern Rd', 'Lantern Ln', false],
    ['SR 12', 'State Route 12', true],
    ['', 'Lantern Ln', false],
  ])('%s and %s: %s', (asked, street, same) => {
    expect(isSameStreet(asked, street)).toBe(same);
  });
});
