import { Ajv } from 'ajv';
import fc from 'fast-check';
import { Parser } from 'odata-v4-parser';
import { describe, expect, it } from 'vitest';
import { containsDrawn as inShape, fits } from '../../search/evaluate.js';
import { EMPTY_SEARCH } from '../../search/document.js';
import type { Line, Search } from '../../search/document.js';
import { fieldOf, valueOf } from '../../listing/fields.js';
import { positionOf } from '../../listing/record.js';
import type { ListingRecord } from '../../listing/record.js';
import { listings, searchesWithoutJourneys as searches, TIME } from '../../testing/randomListings.js';
import { cql2Json, cql2Text } from './cql2.js';
import { CQL2_SCHEMA } from '../../testing/cql2Schema.js';
import { expressionOf } from './expression.js';
import type { Expression, Value } from './expression.js';
import { odataFilter } from './odata.js';

const SEARCH: Search = {
  ...EMPTY_SEARCH,
  lines: [
    { id: 'a', field: 'ListPrice', is: { between: [300_000, 450_000] } },
    { id: 'b', field: 'PropertySubType', is: { anyOf: ['Townhouse'] } },
    { id: 'c', field: 'SpecialListingConditions', is: { noneOf: ['Auction'] } },
    { id: 'd', field: 'OnMarketDate', is: { last: 'P30D' } },
    { id: 'e', field: 'UnparsedAddress', is: { contains: "O'Hara 5%" } },
    { id: 'f', field: 'WaterfrontYN', is: { yes: true }, blanks: 'pass' },
  ],
  bounds: [{ id: 'k', mode: 'in', shape: { type: 'Polygon', coordinates: [[[-66, 40.6], [-65.99, 40.6], [-65.99, 40.61], [-66, 40.6]]] } }],
}; // prettier-ignore

/** SQL's three values, straight from the expression: another way than the search's own. */
function truth(expression: Expression, record: ListingRecord): boolean | null {
  const value = (property: string): unknown => {
    const field = fieldOf(property === 'StandardStatus' ? 'Status' : property);
    return field ? valueOf(field, record) : record[property];
  };
  const plain = (v: Value): string | number | boolean => (typeof v === 'object' ? ('date' in v ? v.date : v.timestamp) : v);
  const number = (v: unknown): number | string => (typeof v === 'string' && /^\d{4}-/.test(v) ? Date.parse(v) : (v as number));
  switch (expression.op) {
    case 'and': {
      const parts = expression.args.map((arg) => truth(arg, record));
      return parts.includes(false) ? false : parts.includes(null) ? null : true;
    }
    case 'or': {
      const parts = expression.args.map((arg) => truth(arg, record));
      return parts.includes(true) ? true : parts.includes(null) ? null : false;
    }
    case 'not': {
      const part = truth(expression.arg, record);
      return part === null ? null : !part;
    }
    case 'within': {
      const position = positionOf(record);
      return position && inShape({ type: 'MultiPolygon', coordinates: expression.polygons }, ...position);
    }
    case 'isNull': {
      const here = value(expression.property);
      return here == null || (Array.isArray(here) && here.length === 0);
    }
  }
  const here = value(expression.property);
  if (here == null || (Array.isArray(here) && here.length === 0)) return null;
  switch (expression.op) {
    case 'between':
      return number(here) >= number(plain(expression.low)) && number(here) <= number(plain(expression.high));
    case 'in':
      return expression.values.includes(String(here));
    case 'anyOf':
      return expression.values.some((each) => (here as string[]).includes(each));
    case 'allOf':
      return expression.values.every((each) => (here as string[]).includes(each));
    case 'like': {
      const text = String(here).toLowerCase();
      return expression.from === 'start'
        ? text.startsWith(expression.text.toLowerCase())
        : text.includes(expression.text.toLowerCase());
    }
    case '=':
      return here === plain(expression.value);
    case '<>':
      return here !== plain(expression.value);
    case '<=':
      return number(here) <= number(plain(expression.value));
    case '>=':
      return number(here) >= number(plain(expression.value));
  }
}

/** What a language can say exactly: no words, streets or circles, and only fields that every kind has. */
function sayable(search: Search): Search {
  const can = (line: Line): boolean => {
    const parts = 'either' in line ? line.either.flatMap((member) => ('all' in member ? member.all : [member])) : [line];
    return parts.every(
      ({ field, is, moved }) =>
        !moved && !('words' in is) && !('sameStreet' in is) && !fieldOf(field)?.kinds && field !== 'PublicRemarks',
    );
  };
  return { ...search, lines: search.lines.filter(can), bounds: search.bounds.filter(({ shape }) => shape.type !== 'Circle') };
}

describe('a search as CQL2 in JSON', () => {
  const validate = new Ajv({ strictTuples: false }).compile(CQL2_SCHEMA);

  it('keeps to the standard’s schema, whatever is searched', () => {
    fc.assert(
      fc.property(searches, (search) => {
        const { filter } = cql2Json(search, TIME);
        expect(validate(filter), JSON.stringify(validate.errors?.[0])).toBe(true);
      }),
      { numRuns: 400 },
    );
  });

  // the schema itself: what the standard gives as examples (clauses 7 and 8, typed from memory), and what it does not allow
  it.each([
    [true, { op: 'between', args: [{ property: 'depth' }, 100, 150] }],
    [
      true,
      {
        op: 'like',
        args: [
          { op: 'casei', args: [{ property: 'owner' }] },
          { op: 'casei', args: ['%Mike%'] },
        ],
      },
    ],
    [true, { op: 'not', args: [{ op: 'isNull', args: [{ property: 'geometry' }] }] }],
    [true, { op: '>=', args: [{ property: 'updated' }, { date: '2012-08-10' }] }],
    [false, { op: 'between', args: [{ property: 'updated' }, { date: '2012-08-10' }, { date: '2012-09-10' }] }],
    [false, { op: 'and', args: [{ op: 'isNull', args: [{ property: 'a' }] }] }],
    [false, { op: '=', args: [{ property: 'a' }] }],
    [false, { op: 'within', args: [{ property: 'a' }, 1] }],
  ])('%s: %j', (allowed, filter) => expect(validate(filter)).toBe(allowed));
});

describe('a search as an expression', () => {
  it('is true for just the listings that fit', () => {
    fc.assert(
      fc.property(listings, searches, (offered, random) => {
        const search = sayable(random);
        const records = offered.map((record) => ({ ...record, PropertySubTypeAdditional: null }));
        const { expression } = expressionOf(search, TIME);
        for (const record of records) expect(truth(expression, record) === true).toBe(fits(search, record, TIME));
      }),
      { numRuns: 800 },
    );
  });

  it('says what it leaves out and what it writes otherwise', () => {
    const { left } = expressionOf(
      {
        ...SEARCH,
        lines: [
          { id: 'w', field: 'PublicRemarks', is: { words: { anyOf: ['shed'] } } },
          { id: 'm', field: 'PriceChangeTimestamp', is: { last: 'P30D' }, moved: { way: 'down', percent: 5 } },
          { id: 'n', field: 'ViewYN', is: { yes: true }, weight: 'nice' },
          { id: 'd', field: 'OnMarketDate', is: { last: 'P30D' } },
        ],
        bounds: [{ id: 'c', mode: 'out', shape: { type: 'Circle', center: [-66, 40.6], radiusMeters: 500 } }],
      },
      TIME,
    );
    expect(left).toEqual([
      '1 of its lines would only be nice, and filter nothing.',
      'Public remarks cannot be said in this language.',
      '“last P30D” of price change is written as the dates that it means now.',
      'Price change says when, and not that it went down by 5% or more.',
      '“last P30D” of on market date is written as the dates that it means now.',
      'A circle is written as 64 corners.',
    ]);
  });
});

describe('CQL2', () => {
  // forms typed from OGC 21-065r2, annex B (the JSON schema and the BNF), from memory
  it('is written in JSON by the standard’s forms', () => {
    const { filter } = cql2Json(SEARCH, TIME);
    expect(filter).toEqual({
      op: 'and',
      args: [
        { op: 'in', args: [{ property: 'PropertyType' }, ['Residential']] },
        {
          op: 'in',
          args: [{ property: 'StandardStatus' }, ['Coming Soon', 'Active', 'Active Under Contract', 'Pending', 'Hold']],
        },
        { op: 'between', args: [{ property: 'ListPrice' }, 300_000, 450_000] },
        { op: 'in', args: [{ property: 'PropertySubType' }, ['Townhouse']] },
        { op: 'not', args: [{ op: 'a_overlaps', args: [{ property: 'SpecialListingConditions' }, ['Auction']] }] },
        { op: '>=', args: [{ property: 'OnMarketDate' }, { date: '2026-03-15' }] },
        { op: '<=', args: [{ property: 'OnMarketDate' }, { date: '2026-04-14' }] },
        {
          op: 'like',
          args: [
            { op: 'casei', args: [{ property: 'UnparsedAddress' }] },
            { op: 'casei', args: ["%O'Hara 5\\%%"] },
          ],
        },
        {
          op: 'or',
          args: [
            { op: '=', args: [{ property: 'WaterfrontYN' }, true] },
            { op: 'isNull', args: [{ property: 'WaterfrontYN' }] },
          ],
        },
        { op: 's_intersects', args: [{ property: 'Location' }, SEARCH.bounds[0]?.shape] },
      ],
    });
  });

  it('is written in text by the standard’s grammar', () => {
    expect(cql2Text(SEARCH, TIME).filter).toBe(
      [
        "PropertyType IN ('Residential')",
        "StandardStatus IN ('Coming Soon', 'Active', 'Active Under Contract', 'Pending', 'Hold')",
        'ListPrice BETWEEN 300000 AND 450000',
        "PropertySubType IN ('Townhouse')",
        "NOT (A_OVERLAPS(SpecialListingConditions, ('Auction')))",
        "OnMarketDate >= DATE('2026-03-15')",
        "OnMarketDate <= DATE('2026-04-14')",
        "CASEI(UnparsedAddress) LIKE CASEI('%O''Hara 5\\%%')",
        '(WaterfrontYN = TRUE OR WaterfrontYN IS NULL)',
        'S_INTERSECTS(Location, POLYGON((-66 40.6, -65.99 40.6, -65.99 40.61, -66 40.6)))',
      ].join(' AND '),
    );
  });
});

describe('OData $filter', () => {
  it('is read by another reader of the standard, whatever the search', () => {
    fc.assert(
      fc.property(searches, (search) => void new Parser().filter(odataFilter(search, TIME).filter)),
      { numRuns: 400 },
    );
  });

  it('says what a feed knows, and names what it does not', () => {
    const { filter, left } = odataFilter(
      { ...SEARCH, lines: [...SEARCH.lines.slice(0, 3), { id: 'g', field: 'Baths', is: { atLeast: 1.5 } }] },
      TIME,
    );
    expect(filter).toBe(
      [
        "(PropertyType eq 'Residential')",
        "(StandardStatus eq 'Coming Soon' or StandardStatus eq 'Active' or StandardStatus eq 'Active Under Contract' or StandardStatus eq 'Pending' or StandardStatus eq 'Hold')",
        'ListPrice ge 300000 and ListPrice le 450000',
        "(PropertySubType eq 'Townhouse')",
        "not ((SpecialListingConditions/any(a:a eq 'Auction')))",
      ].join(' and '),
    );
    expect(left).toEqual(['Baths is computed here; a feed does not know it.', 'Bounds: a feed has no areas to be asked about.']);
  });
});
