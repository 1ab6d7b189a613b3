import { describe, expect, it } from 'vitest';
import type { FieldValue } from '../listing/record.js';
import type { Is, Search } from '../search/document.js';
import { phraseOf } from '../search/phrase.js';
import { readSearch } from '../search/read.js';
import { searchOfLooks, suggestionsFor } from './suggestions.js';
import type { JudgedHome } from './learnedLines.js';

const CONTEXT = { now: Date.parse('2026-04-14T13:12:00Z'), zone: 'America/New_York' };

const search = (...lines: readonly { readonly field: string; readonly is: Is }[]): Search =>
  readSearch({
    version: 1,
    kinds: ['Residential'],
    lines: lines.map((line, i) => ({ id: `l${i}`, ...line })),
    bounds: [],
    order: [],
  });

let n = 0;
const home = (facts: Readonly<Record<string, FieldValue>>, liked: boolean, note = ''): JudgedHome => ({
  record: { ListingKey: `H${n++}`, PropertyType: 'Residential', StandardStatus: 'Active', ...facts },
  liked,
  note,
});
const old = (note = 'Too old'): JudgedHome[] => [
  ...[1968, 1990, 2005, 2012].map((YearBuilt) => home({ YearBuilt, ListPrice: 300_000 }, true)),
  ...[1921, 1930, 1948].map((YearBuilt) => home({ YearBuilt, ListPrice: 300_000 }, false, note)),
];
const said = (of: Search, homes: readonly JudgedHome[]): string[] =>
  suggestionsFor(of, homes, CONTEXT).map(
    ({ line, before }) => `${line.field}: ${before ? phraseOf(before) : '–'} → ${phraseOf(line)}`,
  );

describe('a suggestion for a search', () => {
  it('adds a line, or narrows the one that is there', () => {
    expect(said(search(), old())).toEqual(['YearBuilt: – → 1960 or more']);
    expect(said(search({ field: 'YearBuilt', is: { atLeast: 1930 } }), old())).toEqual([
      'YearBuilt: 1930 or more → 1960 or more',
    ]);
    expect(said(search({ field: 'YearBuilt', is: { atMost: 2020 } }), old())).toEqual(['YearBuilt: up to 2020 → 1960 to 2020']);
  });

  it('is not made where the search asks for it already, nor narrows it to nothing', () => {
    expect(said(search({ field: 'YearBuilt', is: { atLeast: 1970 } }), old())).toEqual([]);
    // what they like is all outside: that speaks for a wider line
    expect(said(search({ field: 'YearBuilt', is: { atMost: 1940 } }), old())).toEqual(['YearBuilt: up to 1940 → up to 2025']);
  });

  it('leaves choices to those that are left', () => {
    const homes = [
      ...Array.from({ length: 5 }, () => home({ PropertySubType: 'Single Family Residence' }, true)),
      ...Array.from({ length: 4 }, () => home({ PropertySubType: 'Townhouse' }, false, 'No neighbors through the wall')),
    ];
    const houses = search({ field: 'PropertySubType', is: { anyOf: ['Single Family Residence', 'Townhouse'] } });
    expect(said(houses, homes)).toEqual(['PropertySubType: Single Family Residence, Townhouse → Single Family Residence']);
  });

  it('widens a line that leaves out what they like, alone and twice at least', () => {
    const ceiling = search({ field: 'ListPrice', is: { atMost: 380_000 } }, { field: 'BedroomsTotal', is: { atLeast: 3 } });
    const over = (price: number, beds = 3): JudgedHome => home({ ListPrice: price, BedroomsTotal: beds }, true);
    expect(said(ceiling, [over(389_000)])).toEqual([]);
    expect(said(ceiling, [over(389_000), over(392_500), over(410_000, 2)])).toEqual([
      'ListPrice: up to $380,000 → up to $395,000',
    ]);
    const [wider] = suggestionsFor(ceiling, [over(389_000), over(392_500)], CONTEXT);
    expect(wider).toMatchObject({ learned: null, likedOutside: 2 });
    // the rest of the search stays as it is, and reads
    expect(readSearch(wider?.search).lines).toHaveLength(2);
  });

  it('goes by homes of the search’s kinds only', () => {
    const homes = old().map(({ record, ...rest }) => ({ ...rest, record: { ...record, PropertyType: 'Land' } }));
    expect(said(search(), homes)).toEqual([]);
  });
});

describe('a search from what was looked at', () => {
  it('has their kinds, goes a little above the dearest, and keeps the fewest beds; never a place', () => {
    const looked = [
      [310_000, 3],
      [352_000, 2],
      [289_000, 4],
    ].map(([ListPrice, BedroomsTotal]) => home({ ListPrice, BedroomsTotal, City: 'Tansy Hill' }, true).record);
    expect(searchOfLooks(looked.slice(1))).toBeNull();
    const begun = readSearch(searchOfLooks(looked));
    expect(begun.kinds).toEqual(['Residential']);
    expect(begun.lines.map((line) => ('field' in line ? `${line.field} ${phraseOf(line)}` : ''))).toEqual([
      'Status Active, Coming Soon',
      'ListPrice up to $360,000',
      'BedroomsTotal 2 or more',
    ]);
  });
});
