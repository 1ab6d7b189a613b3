import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fc from 'fast-check';
import { Parser } from 'odata-v4-parser';
import type { Token } from 'odata-v4-parser/lib/lexer.js';
import { describe, expect, it } from 'vitest';
import { readFilter } from './filter.js';

const accepts = (filter: string, record: Readonly<Record<string, unknown>>): boolean =>
  readFilter(filter).accepts((field) => record[field]);

describe('readFilter', () => {
  const record = { A: 3, S: "O'Hara", T: '2026-04-14T13:12:00.000Z', N: null, B: true };
  it.each([
    ['A gt 2 and A lt 4', true],
    ['A eq 2 or (A ge 3 and not (A gt 3))', true],
    ["S eq 'O''Hara'", true],
    ["contains(S,'Har') and not startswith(S,'Har')", true],
    ['T gt 2026-04-14T13:11:59Z', true],
    ['T gt 2026-04-14T13:12:00Z', false],
    ['T eq 2026-04-14T09:12:00-04:00', true],
    ['A in (1, 3)', true],
    ['N eq null', true],
    ['N gt 1', false],
    ['N ne null', false],
    ['B eq true', true],
  ])('%s: %s', (filter, expected) => expect(accepts(filter, record)).toBe(expected));
  it.each(['A gt', "S eq 'open", 'A like 3', 'A eq 1 B eq 2', '(A eq 1', 'A in ()', ''])(
    'refuses “%s” with a sentence',
    (filter) => expect(() => readFilter(filter)).toThrow(/^\$filter: /),
  );
  it('says truly what bounds a field from below, and which keys alone can fit', () => {
    const filter = readFilter("(T gt 2026-01-01 and A eq 1) or (T ge 2025-06-01 and K in ('a','b'))");
    expect(filter.least('T')).toBe('2025-06-01');
    expect(filter.only('K')).toBeNull();
    expect(readFilter("K in ('a','b') or K eq 'c'").only('K')).toEqual(['a', 'b', 'c']);
    expect(readFilter('not (T gt 2026-01-01)').least('T')).toBeNull();
  });
});

// the OASIS ABNF test cases for OData 4, as shipped with odata-v4-parser
interface Case {
  readonly '-Name': string;
  readonly '-Rule': string;
  readonly '-FailAt'?: string;
  readonly Input: string;
}
const folder = createRequire(import.meta.url)
  .resolve('odata-v4-parser/package.json')
  .replace('package.json', 'test/cases.json');
const file = JSON.parse(readFileSync(folder, 'utf8')) as Case[] | Record<string, Case[]>;
const cases = (Array.isArray(file) ? file : Object.values(file).flat()).filter(
  (each) => ['boolCommonExpr', 'filter'].includes(each['-Rule']) && each['-FailAt'] === undefined,
);

describe('the OASIS cases of boolean expressions', () => {
  const within =
    /^(not |\()*(\w+ (eq|ne|gt|ge|lt|le) ('[^']*'|[\d.]+|true|null|\d{4}-\d\d-\d\d)|(contains|startswith|endswith)\(\w+,'[^']*'\))\)*( (and|or) .*)?$/;
  const ours = cases
    .map(({ Input }) => Input.replace('$filter=', ''))
    .filter((text) => within.test(text) && !text.startsWith('true '));
  it('are many enough to tell', () => expect(ours.length).toBeGreaterThanOrEqual(17));
  it.each(ours)('reads %s', (text) => expect(() => readFilter(text)).not.toThrow());
  it.each(cases.map(({ Input }) => Input.replace('$filter=', '')).filter((text) => !ours.includes(text)))(
    'refuses %s, which no listing feed needs, with a sentence',
    (text) => expect(() => readFilter(text)).toThrow(/^\$filter: /),
  );
});

describe('readFilter beside odata-v4-parser', () => {
  const literal = fc.oneof(
    fc.integer({ min: -3, max: 3 }).map(String),
    fc.constantFrom("'a'", "'b''c'", "''"),
    fc.constant('null'),
  );
  const comparison = fc
    .tuple(fc.constantFrom('A', 'B', 'S'), fc.constantFrom('eq', 'ne', 'gt', 'ge', 'lt', 'le'), literal)
    .map((parts) => parts.join(' '));
  const { expression } = fc.letrec<{ expression: string }>((tie) => ({
    expression: fc.oneof(
      { maxDepth: 4, withCrossShrink: true },
      comparison,
      fc.tuple(tie('expression'), fc.constantFrom('and', 'or'), tie('expression')).map((parts) => parts.join(' ')),
      // the parser lets a bare not reach over the and or or that follows, which the standard does not
      tie('expression').map((inner) => `(not (${inner}))`),
      tie('expression').map((inner) => `(${inner})`),
    ),
  }));
  const record = fc.record({
    A: fc.option(fc.integer({ min: -3, max: 3 })),
    B: fc.option(fc.integer({ min: -3, max: 3 })),
    S: fc.option(fc.constantFrom('a', "b'c", '', 'z')),
  });
  it('finds the same precedence and gives the same answers', () => {
    fc.assert(
      fc.property(expression, record, (text, values) => {
        // numbers against text are nobody's question
        const mixed = /\bS \w\w -?\d|\b[AB] \w\w '/.test(text);
        fc.pre(!mixed);
        expect(accepts(text, values)).toBe(evaluate(new Parser().filter(text), values));
      }),
      { numRuns: 2000 },
    );
  });
});

/** What the parser's tree says of a record; a comparison with null is false but for eq and ne (OData 4.01, URL conventions, 5.1.1.1). */
function evaluate(token: Token, record: Readonly<Record<string, unknown>>): unknown {
  const value = token.value as Record<'left' | 'right', Token> & Token;
  const compare = (test: (a: never, b: never) => boolean): boolean => {
    const [a, b] = [evaluate(value.left, record), evaluate(value.right, record)];
    return a !== null && b !== null && test(a as never, b as never);
  };
  switch (token.type as string) {
    case 'AndExpression':
      return evaluate(value.left, record) && evaluate(value.right, record);
    case 'OrExpression':
      return evaluate(value.left, record) || evaluate(value.right, record);
    case 'NotExpression':
      return !evaluate(value, record);
    case 'EqualsExpression':
      return evaluate(value.left, record) === evaluate(value.right, record);
    case 'NotEqualsExpression':
      return evaluate(value.left, record) !== evaluate(value.right, record);
    case 'GreaterThanExpression':
      return compare((a, b) => a > b);
    case 'GreaterOrEqualsExpression':
      return compare((a, b) => a >= b);
    case 'LesserThanExpression':
      return compare((a, b) => a < b);
    case 'LesserOrEqualsExpression':
      return compare((a, b) => a <= b);
    case 'Literal':
      return token.raw === 'null'
        ? null
        : token.raw.startsWith("'")
          ? token.raw.slice(1, -1).replaceAll("''", "'")
          : Number(token.raw);
    case 'ODataIdentifier':
      return record[token.raw];
    default:
      return evaluate(value, record);
  }
}
