import type { LonLat } from '../../geo/distance.js';

/** CQL2 as its JSON encoding has it; what the text encoding is parsed into, too. */
export type Cql2 = Cql2Call | { readonly property: string } | string | number | boolean | readonly Cql2[] | Cql2Time | Cql2Shape;
export interface Cql2Call {
  readonly op: string;
  readonly args: readonly Cql2[];
}
export type Cql2Time = { readonly date: string } | { readonly timestamp: string };
export interface Cql2Shape {
  readonly type: string;
  readonly coordinates: unknown;
}

const TOKEN =
  /\s*(?:('(?:[^']|'')*')|("(?:[^"]|"")*")|([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)|(<=|>=|<>|[=<>(),])|([A-Za-z_][\w.:]*))/y;
const COMPARISONS: readonly string[] = ['=', '<>', '<=', '>=', '<', '>'];
const DEEPEST = 100;

/**
 * Parses a filter in the text encoding of OGC CQL2 (21-065r2, annex B), as far as attributes, lists, patterns, times and
 * polygons go.
 *
 * @throws Error saying what was found where something else was expected
 */
export function parseCql2Text(text: string): Cql2 {
  const tokens = tokensOf(text);
  let at = 0;
  let depth = 0;
  const peek = (): string => tokens[at] ?? '';
  const isWord = (word: string): boolean => peek().toUpperCase() === word;
  const take = (word: string): boolean => {
    if (!isWord(word)) return false;
    at++;
    return true;
  };
  const need = (word: string): void => {
    if (!take(word)) throw new Error(`The filter needs ${word} where it has ${peek() || 'its end'}.`);
  };
  const list = <T>(one: () => T): T[] => {
    need('(');
    const items = [one()];
    while (take(',')) items.push(one());
    need(')');
    return items;
  };

  const or = (): Cql2 => joined('or', 'OR', and);
  const and = (): Cql2 => joined('and', 'AND', not);
  function joined(op: string, word: string, part: () => Cql2): Cql2 {
    const parts = [part()];
    while (take(word)) parts.push(part());
    return parts.length === 1 ? (parts[0] as Cql2) : { op, args: parts };
  }
  function not(): Cql2 {
    if (++depth > DEEPEST) throw new Error('The filter’s brackets lie too deep.');
    const read = take('NOT') ? { op: 'not', args: [not()] } : test();
    depth--;
    return read;
  }
  function test(): Cql2 {
    if (take('(')) {
      const inner = or();
      need(')');
      return inner;
    }
    const left = value();
    const negated = take('NOT');
    const put = (call: Cql2Call): Cql2Call => (negated ? { op: 'not', args: [call] } : call);
    if (take('BETWEEN')) {
      const low = value();
      need('AND');
      return put({ op: 'between', args: [left, low, value()] });
    }
    if (take('IN')) return put({ op: 'in', args: [left, list(value)] });
    if (take('LIKE')) return put({ op: 'like', args: [left, value()] });
    if (take('IS')) {
      const isNot = take('NOT');
      need('NULL');
      const call = { op: 'isNull', args: [left] };
      return isNot ? { op: 'not', args: [call] } : call;
    }
    const sign = peek();
    if (!COMPARISONS.includes(sign)) return left;
    at++;
    return { op: sign, args: [left, value()] };
  }
  function value(): Cql2 {
    const token = peek();
    if (token === '') throw new Error('The filter ends where a value is needed.');
    if (token === '(') return list(value);
    at++;
    if (token.startsWith("'")) return token.slice(1, -1).replaceAll("''", "'");
    if (token.startsWith('"')) return { property: token.slice(1, -1).replaceAll('""', '"') };
    if (/^[+\-.\d]/.test(token)) return Number(token);
    const word = token.toUpperCase();
    if (word === 'TRUE' || word === 'FALSE') return word === 'TRUE';
    if (!/^[A-Z_]/.test(word)) throw new Error(`The filter has ${token} where a value is needed.`);
    if (word === 'POLYGON') return { type: 'Polygon', coordinates: list(ring) };
    if (word === 'MULTIPOLYGON') return { type: 'MultiPolygon', coordinates: list(() => list(ring)) };
    if (!isWord('(')) return { property: token };
    const args = list(value);
    const [only] = args;
    if (word === 'DATE' && typeof only === 'string') return { date: only };
    if (word === 'TIMESTAMP' && typeof only === 'string') return { timestamp: only };
    return { op: word.toLowerCase(), args };
  }
  const ring = (): LonLat[] => list(position);
  function position(): LonLat {
    const [x, y] = [Number(tokens[at++]), Number(tokens[at++])];
    if (!Number.isFinite(x) || !Number.isFinite(y))
      throw new Error('A corner of a polygon is two numbers, longitude and latitude.');
    return [x, y];
  }

  const read = or();
  if (at < tokens.length) throw new Error(`The filter goes on with ${peek()} where it should end.`);
  return read;
}

function tokensOf(text: string): string[] {
  const tokens: string[] = [];
  TOKEN.lastIndex = 0;
  const end = text.trimEnd().length;
  while (TOKEN.lastIndex < end) {
    const from = TOKEN.lastIndex;
    const match = TOKEN.exec(text);
    if (!match) throw new Error(`The filter cannot be read from “${text.slice(from, from + 20).trim()}” on.`);
    tokens.push(match[0].trim());
  }
  return tokens;
}
