type Value = string | number | boolean | null;
type Read = (field: string) => unknown;

/** A $filter as read: what it accepts, and how it narrows one field from below. */
export interface Filter {
  accepts(read: Read): boolean;
  /** The least value of a field that any accepted record can have, as written, or null when it can have any. */
  least(field: string): string | null;
  /** The only values of a field that any accepted record can have, or null when it can have any. */
  only(field: string): readonly string[] | null;
}

const TOKEN = /\s*(?:(\()|(\))|(,)|'((?:[^']|'')*)'|([^\s(),']+))/y;

/**
 * The part of OData 4.01's $filter that a listing feed needs: eq ne gt ge lt le in, and or not, parentheses,
 * contains, startswith, endswith. Timestamps compare as instants, the rest as their own type; a comparison with null
 * is false but for eq and ne.
 *
 * @throws Error naming what could not be read
 */
export function readFilter(text: string): Filter {
  return new Reading(tokenize(text)).all();
}

/** One filter as it is read, from left to right. */
class Reading {
  private at = 0;

  constructor(private readonly tokens: readonly Token[]) {}

  all(): Filter {
    const filter = this.either();
    const more = this.tokens[this.at];
    if (more) throw new Error(`$filter: “${more.text}” is one word too many`);
    return filter;
  }

  private peek(): string | undefined {
    const token = this.tokens[this.at];
    return token?.quoted ? undefined : token?.text;
  }

  private take(expected?: string): Token {
    const token = this.tokens[this.at++];
    if (!token || (expected !== undefined && (token.text !== expected || token.quoted)))
      throw new Error(
        `$filter: expected ${expected ?? 'more'} after “${this.tokens
          .slice(0, this.at - 1)
          .map((t) => t.text)
          .join(' ')}”`,
      );
    return token;
  }

  private joined(word: 'or' | 'and', part: () => Filter, join: (parts: readonly Filter[]) => Filter): Filter {
    const parts = [part()];
    while (this.peek() === word) (this.take(), parts.push(part()));
    return parts.length === 1 ? (parts[0] as Filter) : join(parts);
  }

  private either(): Filter {
    return this.joined('or', () => this.joined('and', () => this.single(), allOf), anyOf);
  }

  private single(): Filter {
    if (this.peek() === 'not') {
      this.take();
      return notOf(this.single());
    }
    if (this.peek() === '(') {
      this.take();
      const inner = this.either();
      this.take(')');
      return inner;
    }
    const first = this.take();
    if (first.quoted) throw new Error(`$filter: “${first.text}” stands where a field should`);
    const test = TEXT_TESTS[first.text];
    if (test && this.peek() === '(') {
      this.take();
      const field = fieldName(this.take());
      this.take(',');
      const sought = String(valueOf(this.take()));
      this.take(')');
      return leaf((read) => typeof read(field) === 'string' && test(read(field) as string, sought));
    }
    return this.comparison(fieldName(first), this.take().text);
  }

  private comparison(field: string, operator: string): Filter {
    if (operator === 'in') {
      this.take('(');
      const values = [valueOf(this.take())];
      while (this.peek() === ',') (this.take(), values.push(valueOf(this.take())));
      this.take(')');
      const texts = values.map(String);
      return {
        accepts: (read) => values.some((value) => compare(read(field), value) === 0),
        least: () => null,
        only: (name) => (name === field ? texts : null),
      };
    }
    const value = valueOf(this.take());
    const accept = OPERATORS[operator];
    if (!accept) throw new Error(`$filter: “${operator}” is not a comparison`);
    // nothing is more or less than null, not even null
    if (value === null && operator !== 'eq' && operator !== 'ne') return leaf(() => false);
    const fromBelow = ['gt', 'ge', 'eq'].includes(operator) && typeof value === 'string';
    return {
      accepts: (read) => accept(compare(read(field), value)),
      least: (name) => (fromBelow && name === field ? value : null),
      only: (name) => (operator === 'eq' && name === field ? [String(value)] : null),
    };
  }
}

function leaf(accepts: Filter['accepts']): Filter {
  return { accepts, least: () => null, only: () => null };
}

function anyOf(parts: readonly Filter[]): Filter {
  return {
    accepts: (read) => parts.some((part) => part.accepts(read)),
    least: (field) => {
      const each = parts.map((part) => part.least(field));
      return each.includes(null) ? null : (each as string[]).reduce((a, b) => (a < b ? a : b));
    },
    only: (field) => {
      const each = parts.map((part) => part.only(field));
      return each.includes(null) ? null : (each as string[][]).flat();
    },
  };
}

function allOf(parts: readonly Filter[]): Filter {
  const known = <T>(values: readonly (T | null)[]): T[] => values.filter((value): value is T => value !== null);
  return {
    accepts: (read) => parts.every((part) => part.accepts(read)),
    least: (field) =>
      known(parts.map((part) => part.least(field))).reduce<string | null>((a, b) => (a !== null && a > b ? a : b), null),
    only: (field) => known(parts.map((part) => part.only(field)))[0] ?? null,
  };
}

function notOf(part: Filter): Filter {
  return leaf((read) => !part.accepts(read));
}

const TEXT_TESTS: Readonly<Record<string, (text: string, sought: string) => boolean>> = {
  contains: (text, sought) => text.includes(sought),
  startswith: (text, sought) => text.startsWith(sought),
  endswith: (text, sought) => text.endsWith(sought),
};

const OPERATORS: Readonly<Record<string, (order: number) => boolean>> = {
  eq: (order) => order === 0,
  ne: (order) => order !== 0,
  gt: (order) => order > 0,
  ge: (order) => order >= 0,
  lt: (order) => order < 0,
  le: (order) => order <= 0,
};

interface Token {
  readonly text: string;
  readonly quoted: boolean;
}

function tokenize(text: string): Token[] {
  const tokens: Token[] = [];
  const end = text.trimEnd().length;
  TOKEN.lastIndex = 0;
  while (TOKEN.lastIndex < end) {
    const match = TOKEN.exec(text);
    if (!match) throw new Error('$filter: a quotation mark is left open');
    const quoted = match[4] !== undefined;
    tokens.push({
      text: quoted ? (match[4] as string).replaceAll("''", "'") : (match[1] ?? match[2] ?? match[3] ?? match[5] ?? ''),
      quoted,
    });
  }
  return tokens;
}

function fieldName({ text, quoted }: Token): string {
  if (quoted || !/^(?!(?:true|false|null)$)[A-Za-z_]\w*$/.test(text)) throw new Error(`$filter: “${text}” is not a field`);
  return text;
}

function valueOf({ text, quoted }: Token): Value {
  if (quoted) return text;
  if (text === 'null') return null;
  if (text === 'true' || text === 'false') return text === 'true';
  if (/^[-+]?\d+(\.\d+)?(e[-+]?\d+)?$/i.test(text)) return Number(text);
  if (/^\d{4}-\d\d-\d\d(T[\d:.]+(Z|[-+]\d\d:\d\d))?$/.test(text)) return text;
  throw new Error(`$filter: “${text}” is not a value; text stands in quotation marks`);
}

/** Negative, zero or positive; NaN where the two cannot be compared. */
function compare(here: unknown, value: Value): number {
  if (here == null || value === null) return (here ?? null) === value ? 0 : NaN;
  if (typeof here === 'number') return here - Number(value);
  const [a, b] = [String(here), String(value)];
  if (/^\d{4}-\d\d-\d\dT/.test(a)) return Date.parse(a) - Date.parse(b);
  return a < b ? -1 : a > b ? 1 : 0;
}
