import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { searches } from '../testing/randomListings.js';
import { SearchProblem } from './problem.js';
import { readSearch } from './read.js';

const base = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
const withLine = (line: object): object => ({ ...base, lines: [{ id: 'a', ...line }] });
const withShape = (shape: object): object => ({ ...base, bounds: [{ id: 'k', mode: 'in', shape }] });
const square = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
  [0, 0],
];

function problemOf(document: unknown): SearchProblem {
  try {
    readSearch(document);
  } catch (error) {
    if (error instanceof SearchProblem) return error;
    throw error;
  }
  throw new Error('It was accepted.');
}

describe('readSearch', () => {
  it('reads back what it has read, whatever the search', () => {
    fc.assert(
      fc.property(searches, (search) => {
        const read = readSearch(JSON.parse(JSON.stringify(search)));
        expect(read).toEqual(search);
        expect(readSearch(read)).toEqual(read);
      }),
    );
  });

  it.each([
    ['no object', null, ''],
    ['an unknown key', { ...base, color: 1 }, 'color'],
    ['another version', { ...base, version: 2 }, 'version'],
    ['no kind', { ...base, kinds: [] }, 'kinds'],
    ['an unknown kind', { ...base, kinds: ['Castle'] }, 'kinds[0]'],
    ['an unknown field', withLine({ field: 'Turrets', is: { atLeast: 1 } }), 'lines[0].field'],
    ['a test that the field does not take', withLine({ field: 'ListPrice', is: { starts: 'a' } }), 'lines[0].is.starts'],
    ['two tests at once', withLine({ field: 'ListPrice', is: { atLeast: 1, atMost: 2 } }), 'lines[0].is'],
    ['a reversed range', withLine({ field: 'ListPrice', is: { between: [450000, 300000] } }), 'lines[0].is.between'],
    ['NaN', withLine({ field: 'ListPrice', is: { atLeast: NaN } }), 'lines[0].is.atLeast'],
    ['a number as text', withLine({ field: 'ListPrice', is: { atLeast: '3' } }), 'lines[0].is.atLeast'],
    ['a day that is none', withLine({ field: 'OnMarketDate', is: { atLeast: '2026-02-30' } }), 'lines[0].is.atLeast'],
    ['a period that is none', withLine({ field: 'OnMarketDate', is: { last: '30 days' } }), 'lines[0].is.last'],
    [
      'a status in days and a period',
      withLine({ field: 'Status', is: { oneOf: [{ status: 'Closed', last: 'P3M', since: '2026-01-01' }] } }),
      'lines[0].is.oneOf[0]',
    ],
    [
      'a status since no day',
      withLine({ field: 'Status', is: { oneOf: [{ status: 'Closed', since: '2026-02-30' }] } }),
      'lines[0].is.oneOf[0].since',
    ],
    ['an unknown status', withLine({ field: 'Status', is: { oneOf: [{ status: 'Sold' }] } }), 'lines[0].is.oneOf[0].status'],
    ['an empty choice', withLine({ field: 'City', is: { anyOf: [] } }), 'lines[0].is.anyOf'],
    [
      'a phrase of a megabyte',
      withLine({ field: 'PublicRemarks', is: { words: { phrase: 'x'.repeat(1_000_000) } } }),
      'lines[0].is.words.phrase',
    ],
    ['an either in an either', withLine({ either: [{ id: 'b', either: [] }] }), 'lines[0].either[0].either'],
    [
      'an id twice',
      {
        ...base,
        lines: [
          { id: 'a', field: 'ListPrice', is: { atLeast: 1 } },
          { id: 'a', field: 'ListPrice', is: { atMost: 2 } },
        ],
      },
      'lines[1].id',
    ],
    [
      '101 lines',
      { ...base, lines: Array.from({ length: 101 }, (_, i) => ({ id: `a${i}`, field: 'ListPrice', is: { atLeast: i } })) },
      'lines',
    ],
    ['an unknown shape', withShape({ type: 'Star' }), 'bounds[0].shape.type'],
    ['a circle of no size', withShape({ type: 'Circle', center: [-66, 40], radiusMeters: 0 }), 'bounds[0].shape.radiusMeters'],
    ['a place off the globe', withShape({ type: 'Circle', center: [-66, 140], radiusMeters: 9 }), 'bounds[0].shape.center'],
    [
      'corners that cross',
      withShape({
        type: 'Polygon',
        coordinates: [
          [
            [0, 0],
            [1, 1],
            [1, 0],
            [0, 1],
            [0, 0],
          ],
        ],
      }),
      'bounds[0].shape.coordinates',
    ],
    ['an outline left open', withShape({ type: 'Polygon', coordinates: [square.slice(0, 4)] }), 'bounds[0].shape.coordinates[0]'],
    [
      'two corners',
      withShape({
        type: 'Polygon',
        coordinates: [
          [
            [0, 0],
            [1, 1],
            [0, 0],
          ],
        ],
      }),
      'bounds[0].shape.coordinates[0]',
    ],
    [
      '30,000 corners',
      withShape({ type: 'Polygon', coordinates: [Array.from({ length: 30_001 }, (_, i) => [Math.cos(i), Math.sin(i)])] }),
      'bounds[0].shape.coordinates[0]',
    ],
    ['an order by nothing', { ...base, order: [{ field: 'Beauty' }] }, 'order[0].field'],
  ])('refuses %s, saying where and in a sentence', (_what, document, path) => {
    const problem = problemOf(document);
    expect(problem.path).toBe(path);
    expect(problem.message).toMatch(/^\S.{10,}[.”]$/s);
    expect(problem.message.length).toBeLessThan(400);
  });

  it('never fails but by saying what is wrong', () => {
    fc.assert(
      fc.property(
        fc.jsonValue({ maxDepth: 5 }),
        fc.constantFrom('lines', 'bounds', 'order', 'kinds', 'version'),
        (value, key) => {
          try {
            readSearch({ ...base, [key]: value });
          } catch (error) {
            expect(error).toBeInstanceOf(SearchProblem);
          }
        },
      ),
      { numRuns: 2000 },
    );
  });
});
