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
  return new Parsing(tokensOf(text)).all();
}

/** One filter as it is read, from left to right. */
class Parsing {
  private at = 0;
  private depth = 0;

  constructor(private readonly tokens: readonly string[]) {}

  all(): Cql2 {
    const read = this.or();
    if (this.at < this.tokens.length) throw new Error(`The filter goes on with ${this.peek()} where it should end.`);
    return read;
  }

  private peek(): string {
    return this.tokens[this.at] ?? '';
  }

  private isWord(word: string): boolean {
    return this.peek().toUpperCase() === word;
  }

  private take(word: string): boolean {
    if (!this.isWord(word)) return false;
    this.at++;
    return true;
  }

  private need(word: string): void {
    if (!this.take(word)) throw new Error(`The filter needs ${word} where it has ${this.peek() || 'its end'}.`);
  }

  private list<T>(one: () => T): T[] {
    this.need('(');
    const items = [one()];
    while (this.take(',')) items.push(one());
    this.need(')');
    return items;
  }

  private or(): Cql2 {
    return this.joined('or', 'OR', () => this.joined('and', 'AND', () => this.not()));
  }

  private joined(op: string, word: string, part: () => Cql2): Cql2 {
    const parts = [part()];
    while (this.take(word)) parts.push(part());
    return parts.length === 1 ? (parts[0] as Cql2) : { op, args: parts };
  }

  private not(): Cql2 {
    if (++this.depth > DEEPEST) throw new Error('The filter’s brackets lie too deep.');
    const read = this.take('NOT') ? { op: 'not', args: [this.not()] } : this.test();
    this.depth--;
    return read;
  }

  private test(): Cql2 {
    if (this.take('(')) {
      const inner = this.or();
      this.need(')');
      return inner;
    }
    const left = this.value();
    const negated = this.take('NOT');
    const put = (call: Cql2Call): Cql2Call => (negated ? { op: 'not', args: [call] } : call);
    if (this.take('BETWEEN')) {
      const low = this.value();
      this.need('AND');
      return put({ op: 'between', args: [left, low, this.value()] });
    }
    if (this.take('IN')) return put({ op: 'in', args: [left, this.list(() => this.value())] });
    if (this.take('LIKE')) return put({ op: 'like', args: [left, this.value()] });
    if (this.take('IS')) {
      const isNot = this.take('NOT');
      this.need('NULL');
      const call = { op: 'isNull', args: [left] };
      return isNot ? { op: 'not', args: [call] } : call;
    }
    const sign = this.peek();
    if (!COMPARISONS.includes(sign)) return left;
    this.at++;
    return { op: sign, args: [left, this.value()] };
  }

  private value(): Cql2 {
    const token = this.peek();
    if (token === '') throw new Error('The filter ends where a value is needed.');
    if (token === '(') return this.list(() => this.value());
    this.at++;
    if (token.startsWith("'")) return token.slice(1, -1).replaceAll("''", "'");
    if (token.startsWith('"')) return { property: token.slice(1, -1).replaceAll('""', '"') };
    if (/^[+\-.\d]/.test(token)) return Number(token);
    const word = token.toUpperCase();
    if (word === 'TRUE' || word === 'FALSE') return word === 'TRUE';
    if (!/^[A-Z_]/.test(word)) throw new Error(`The filter has ${token} where a value is needed.`);
    if (word === 'POLYGON') return { type: 'Polygon', coordinates: this.list(() => this.ring()) };
    if (word === 'MULTIPOLYGON') return { type: 'MultiPolygon', coordinates: this.list(() => this.list(() => this.ring())) };
    if (!this.isWord('(')) return { property: token };
    const args = this.list(() => this.value());
    const [only] = args;
    if (word === 'DATE' && typeof only === 'string') return { date: only };
    if (word === 'TIMESTAMP' && typeof only === 'string') return { timestamp: only };
    return { op: word.toLowerCase(), args };
  }

  private ring(): LonLat[] {
    return this.list(() => this.position());
  }

  private position(): LonLat {
    const [x, y] = [Number(this.tokens[this.at++]), Number(this.tokens[this.at++])];
    if (!Number.isFinite(x) || !Number.isFinite(y))
      throw new Error('A corner of a polygon is two numbers, longitude and latitude.');
    return [x, y];
  }
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
