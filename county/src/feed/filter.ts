type Value = string | number | boolean | null;
type Test = (record: Readonly<Record<string, unknown>>) => boolean;

const TOKEN = /\s*(?:(\()|(\))|(,)|'((?:[^']|'')*)'|([^\s(),']+))/y;

/**
 * The part of OData 4.01's $filter that a listing feed needs: eq ne gt ge lt le in, and or not, parentheses.
 * Timestamps compare as instants, the rest as their own type; a comparison with null is false but for eq and ne.
 *
 * @throws Error naming what could not be read
 */
export function readFilter(text: string): Test {
  const tokens = tokenize(text);
  let at = 0;
  const peek = (): string | undefined => tokens[at]?.text;
  const take = (expected?: string): { text: string; quoted: boolean } => {
    const token = tokens[at++];
    if (!token || (expected !== undefined && token.text !== expected))
      throw new Error(
        `$filter: expected ${expected ?? 'more'} after “${tokens
          .slice(0, at - 1)
          .map((t) => t.text)
          .join(' ')}”`,
      );
    return token;
  };
  const either = (): Test => {
    const parts = [both()];
    while (peek() === 'or') (take(), parts.push(both()));
    return parts.length === 1 ? (parts[0] as Test) : (record) => parts.some((part) => part(record));
  };
  const both = (): Test => {
    const parts = [single()];
    while (peek() === 'and') (take(), parts.push(single()));
    return parts.length === 1 ? (parts[0] as Test) : (record) => parts.every((part) => part(record));
  };
  const single = (): Test => {
    if (peek() === 'not') {
      take();
      const inner = single();
      return (record) => !inner(record);
    }
    if (peek() === '(') {
      take();
      const inner = either();
      take(')');
      return inner;
    }
    return comparison(take().text);
  };
  const comparison = (field: string): Test => {
    const operator = take().text;
    if (operator === 'in') {
      take('(');
      const values = [valueOf(take())];
      while (peek() === ',') (take(), values.push(valueOf(take())));
      take(')');
      return (record) => values.some((value) => compare(record[field], value) === 0);
    }
    const value = valueOf(take());
    const accept = OPERATORS[operator];
    if (!accept) throw new Error(`$filter: “${operator}” is not a comparison`);
    return (record) => accept(compare(record[field], value));
  };
  const test = either();
  if (at < tokens.length) throw new Error(`$filter: “${peek()}” is one word too many`);
  return test;
}

const OPERATORS: Readonly<Record<string, (order: number) => boolean>> = {
  eq: (order) => order === 0,
  ne: (order) => order !== 0,
  gt: (order) => order > 0,
  ge: (order) => order >= 0,
  lt: (order) => order < 0,
  le: (order) => order <= 0,
};

function tokenize(text: string): { text: string; quoted: boolean }[] {
  const tokens: { text: string; quoted: boolean }[] = [];
  TOKEN.lastIndex = 0;
  while (TOKEN.lastIndex < text.trimEnd().length) {
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

function valueOf({ text, quoted }: { text: string; quoted: boolean }): Value {
  if (quoted) return text;
  if (text === 'null') return null;
  if (text === 'true' || text === 'false') return text === 'true';
  return /^-?\d+(\.\d+)?$/.test(text) ? Number(text) : text;
}

/** Negative, zero or positive; NaN where the two cannot be compared. */
function compare(here: unknown, value: Value): number {
  if (here == null || value === null) return (here ?? null) === value ? 0 : NaN;
  if (typeof here === 'number') return here - Number(value);
  const [a, b] = [String(here), String(value)];
  if (/^\d{4}-\d\d-\d\dT/.test(a)) return Date.parse(a) - Date.parse(b);
  return a < b ? -1 : a > b ? 1 : 0;
}
