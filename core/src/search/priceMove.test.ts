import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fieldOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import type { ListingRecord } from '../listing/record.js';
import { moves, TIME } from '../testing/randomListings.js';
import type { FieldLine, Is, Search } from './document.js';
import { evaluateLine } from './evaluate.js';
import { missOf } from './miss.js';
import { parseValue } from './parseValue.js';
import { phraseOf } from './phrase.js';
import { PRICE_MOVED } from './priceMove.js';
import type { PriceMove } from './priceMove.js';
import { readSearch } from './read.js';

const lineOf = (is: Is, moved: PriceMove): FieldLine => ({ id: 'a', field: PRICE_MOVED, is, moved });
const home = (before: number | null, now: number | null, daysAgo: number | null): ListingRecord => ({
  ListingKey: 'L1',
  PropertyType: 'Residential',
  StandardStatus: 'Active',
  PreviousListPrice: before,
  ListPrice: now,
  PriceChangeTimestamp: daysAgo === null ? null : new Date(TIME.now - 86_400_000 * daysAgo).toISOString(),
});
const searchOf = (line: object): unknown => ({ version: 1, kinds: ['Residential'], lines: [line], bounds: [], order: [] });
const read = (typed: string) => parseValue(typed, fieldOf(PRICE_MOVED) as Field, ['Residential']);

describe('a line on how the price moved', () => {
  // by hand: 5% of 400,000 is 20,000
  it.each([
    ['just five percent down', home(400_000, 380_000, 3), { way: 'down', percent: 5 }, true],
    ['a dollar less than that', home(400_000, 380_001, 3), { way: 'down', percent: 5 }, false],
    ['as many dollars as asked', home(400_000, 380_000, 3), { way: 'down', dollars: 20_000 }, true],
    ['the other way', home(400_000, 380_000, 3), { way: 'up', percent: 1 }, false],
    ['up by anything', home(380_000, 380_100, 3), { way: 'up' }, true],
    ['either way', home(380_000, 420_000, 3), { way: 'either', dollars: 40_000 }, true],
    ['longer ago', home(400_000, 300_000, 45), { way: 'down' }, false],
    ['never moved', home(null, 400_000, null), { way: 'down' }, false],
    ['moved to where it was', home(400_000, 400_000, 3), { way: 'either' }, false],
    ['no price now', home(400_000, null, 3), { way: 'down' }, null],
    ['moved, but when is blank', home(400_000, 300_000, null), { way: 'down' }, null],
  ] as const)('%s', (_, record, moved, truth) => expect(evaluateLine(lineOf({ last: 'P30D' }, moved), record, TIME)).toBe(truth));

  it('is one line that prints as a phrase and reads back from it', () =>
    fc.assert(
      fc.property(moves, fc.constantFrom<Is>({ last: 'P30D' }, { atLeast: '2026-03-01' }, { blank: false }), (moved, is) => {
        expect(read(phraseOf(lineOf(is, moved)))).toEqual({ is, moved });
        expect(readSearch(searchOf(lineOf(is, moved))).lines).toEqual([lineOf(is, moved)]);
      }),
    ));

  it.each([
    ['down 5% in the last 2 weeks', { last: 'P2W' }, { way: 'down', percent: 5 }],
    ['last 10 days, cut by $7,500', { last: 'P10D' }, { way: 'down', dollars: 7500 }],
    ['reduced 10k since Jan 5, 2026', { atLeast: '2026-01-05' }, { way: 'down', dollars: 10_000 }],
    ['raised', { blank: false }, { way: 'up' }],
    ['up or down by 3 or more, last 7 days', { last: 'P7D' }, { way: 'either', percent: 3 }],
  ] as const)('is typed as “%s”', (typed, is, moved) => expect(read(typed)).toEqual({ is, moved }));

  it('says what is wrong, and is on no other field', () => {
    for (const typed of ['down 5% in the last blue moon', 'down 0%', 'up 5000%, last 3 days'])
      expect(read(typed)).toHaveProperty('problem');
    for (const [wrong, said] of [
      [{ ...lineOf({ last: 'P30D' }, { way: 'down' }), field: 'ListPrice', is: { atMost: 1 } }, 'only when the price moved'],
      [lineOf({ last: 'P30D' }, { way: 'down', percent: 5, dollars: 5 }), 'both'],
      [lineOf({ last: 'P30D' }, { way: 'down', percent: 0 }), 'more than 0'],
      [lineOf({ last: 'P30D' }, { way: 'sideways' as 'up' }), 'sideways'],
    ] as const)
      expect(() => readSearch(searchOf(wrong))).toThrow(said);
  });

  it('says of a near miss how the price did move, and measures only time', () => {
    const search: Search = readSearch(searchOf(lineOf({ last: 'P30D' }, { way: 'down', percent: 5 })));
    const said = (record: ListingRecord): string => missOf(search, record, 'a', TIME).text;
    expect(said(home(400_000, 394_000, 3))).toBe('the price went down by $6,000, 1.5%');
    expect(said(home(400_000, 404_000, 3))).toBe('the price went up by $4,000, 1%');
    expect(said(home(null, 404_000, null))).toBe('the price never moved');
    expect(missOf(search, home(400_000, 300_000, 33), 'a', TIME)).toMatchObject({ by: 3, unit: 'days', nearness: 0.1 });
  });
});
