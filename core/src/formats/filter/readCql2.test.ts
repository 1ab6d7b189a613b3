import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isEither, linesOfMember } from '../../search/document.js';
import type { Line, Search } from '../../search/document.js';
import { fits } from '../../search/evaluate.js';
import { listings, searchesWithoutJourneys as searches, TIME } from '../../testing/randomListings.js';
import { cql2Json, cql2Text } from './cql2.js';
import { readCql2 } from './readCql2.js';

/** Only what CQL2 says exactly. */
function sayable(search: Search): Search {
  const can = (line: Line): boolean =>
    line.weight !== 'nice' &&
    (isEither(line) ? line.either.flatMap(linesOfMember) : [line]).every(
      ({ field, is, blanks, moved }) =>
        !moved &&
        !('words' in is || 'sameStreet' in is || 'last' in is || 'next' in is || 'oneOf' in is) &&
        field !== 'PublicRemarks' &&
        blanks !== 'pass',
    );
  return { ...search, lines: search.lines.filter(can), bounds: search.bounds.filter(({ shape }) => shape.type !== 'Circle') };
}

describe('readCql2', () => {
  it('gives a search of the same answers as the one that was written, from either encoding', () => {
    let compared = 0;
    fc.assert(
      fc.property(listings, searches, (records, random) => {
        const search = sayable(random);
        for (const written of [JSON.stringify(cql2Json(search, TIME).filter), cql2Text(search, TIME).filter]) {
          const { search: back, left } = readCql2(written);
          expect(left).toEqual([]);
          for (const record of records) {
            expect(fits(back, record, TIME)).toBe(fits(search, record, TIME));
            compared++;
          }
        }
      }),
      { numRuns: 400 },
    );
    expect(compared).toBeGreaterThan(4000);
  });

  // examples of the standard's own kind (OGC 21-065r2, clauses 6 to 8 and annex B; typed from memory), on our fields
  it.each([
    ["City = 'Sedge Ferry'", 'City', { equals: 'Sedge Ferry' }],
    ['YearBuilt BETWEEN 1990 AND 2000', 'YearBuilt', { between: [1990, 2000] }],
    ['ListPrice >= 3.5e5', 'ListPrice', { atLeast: 350_000 }],
    ["City IN ('Sedge Ferry', 'Wrenfield')", 'City', { anyOf: ['Sedge Ferry', 'Wrenfield'] }],
    ["City NOT IN ('Wrenfield')", 'City', { noneOf: ['Wrenfield'] }],
    ['YearBuilt IS NULL', 'YearBuilt', { blank: true }],
    ['YearBuilt IS NOT NULL', 'YearBuilt', { blank: false }],
    ["CASEI(UnparsedAddress) LIKE casei('%O''Hara 5\\%%')", 'UnparsedAddress', { contains: "O'Hara 5%" }],
    ["OnMarketDate >= DATE('2026-04-01')", 'OnMarketDate', { atLeast: '2026-04-01' }],
    ['A_CONTAINS("InteriorFeatures", (\'In-Law Floorplan\'))', 'InteriorFeatures', { allOf: ['In-Law Floorplan'] }],
    ['WaterfrontYN = TRUE', 'WaterfrontYN', { yes: true }],
    ["NOT (City = 'Wrenfield')", 'City', { not: 'Wrenfield' }],
  ])('%s', (text, field, is) => {
    const { search, left } = readCql2(text);
    expect(left).toEqual([]);
    expect(search.lines).toMatchObject([{ field, is }]);
    expect(search.reach).toBe('all');
  });

  it.each([
    ['ListPrice < 450000', [{ atMost: 450_000 }, { not: 450_000 }]],
    ["OnMarketDate > DATE('2026-04-01')", [{ atLeast: '2026-04-01' }, { not: '2026-04-01' }]],
    ['NOT (ListPrice > 450000)', [{ atMost: 450_000 }]],
    ['NOT (ListPrice >= 450000)', [{ atMost: 450_000 }, { not: 450_000 }]],
  ])('takes what is strictly less or more as two lines: %s', (text, tests) => {
    const { search, left } = readCql2(text);
    expect(left).toEqual([]);
    expect(search.lines.map((line) => 'is' in line && line.is)).toEqual(tests);
  });

  it('keeps a strict comparison whole within OR', () => {
    const { search, left } = readCql2("ListPrice < 450000 OR City = 'Wrenfield'");
    expect(left).toEqual([]);
    const [line] = search.lines;
    expect(line && 'either' in line && line.either.map((member) => ('all' in member ? member.all.length : 1))).toEqual([2, 1]);
  });

  it('takes over what it can and names the rest', () => {
    const { search, left } = readCql2("ListPrice <= 400000 AND Turrets = 3 AND UnparsedAddress LIKE 'a_b%'");
    expect(search.lines).toHaveLength(1);
    expect(left).toHaveLength(2);
    expect(left[0]).toContain('Turrets');
  });

  it.each([
    ['ListPrice <=', 'The filter ends where a value is needed.'],
    ['ListPrice <= 4 5', 'The filter goes on with 5 where it should end.'],
    ['ListPrice # 4', 'The filter cannot be read from “# 4” on.'],
    ['City IN (1', 'The filter needs ) where it has its end.'],
    ['{"op":', 'The filter is not JSON'],
    ['{"op":"=","args":[{"property":"City"},null]}', 'null where a value is needed'],
    ['ListPrice BETWEEN 9 AND 3', 'backwards'],
    ['NOT '.repeat(5000), 'too deep'],
    ['S_INTERSECTS(Location, POLYGON((0 0, 1 x)))', 'A corner of a polygon is two numbers'],
  ])('refuses %.40s with a sentence', (text, sentence) => {
    expect(() => readCql2(text)).toThrow(sentence);
  });

  it('never fails otherwise than by a sentence, whatever it is given', () => {
    const pieces = fc.constantFrom(
      'City',
      "'x'",
      '=',
      'AND',
      'OR',
      'NOT',
      '(',
      ')',
      ',',
      '5',
      'IN',
      'LIKE',
      'IS',
      'NULL',
      'BETWEEN',
      'POLYGON',
      '{',
      '"',
      'casei',
      'null',
      '[]',
    );
    fc.assert(
      fc.property(fc.array(pieces, { maxLength: 14 }), (parts) => {
        try {
          readCql2(parts.join(' '));
        } catch (error) {
          expect((error as Error).name).toMatch(/^(Error|SearchProblem)$/);
          expect((error as Error).message).not.toMatch(/undefined|not a function|Cannot read/);
        }
      }),
      { numRuns: 2000 },
    );
  });
});
