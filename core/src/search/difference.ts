import { isEither } from './document.js';
import type { Bound, Line, Order, Search } from './document.js';
import { labelOf, phraseOf } from './phrase.js';
import { sayBound } from './sentence.js';

/** One thing in which two searches differ; what one of them does not have is null there. */
export interface Difference {
  /** What it is about: a field's name for people, "Where", "Looking for", "Order". */
  readonly about: string;
  readonly before: string | null;
  readonly after: string | null;
}

/**
 * What changed from one search to another, in phrases: first the kinds, then lines and bounds in the order of the one
 * after, those no longer there last.
 *
 * Lines are the same by their ids, and where ids do not tell, by their fields. Empty when nothing that counts differs.
 */
export function differencesOf(before: Search, after: Search): Difference[] {
  const differences: Difference[] = [];
  const note = (about: string, was: string | null, is: string | null): void => {
    if (was !== is) differences.push({ about, before: was, after: is });
  };
  note('Looking for', before.kinds.join(', '), after.kinds.join(', '));
  const lines = paired(before.lines, after.lines, (line) => (isEither(line) ? 'either' : line.field));
  for (const [was, is] of lines) note(aboutLine((is ?? was) as Line), was && sayLine(was), is && sayLine(is));
  const bounds = paired(before.bounds, after.bounds, ({ mode }) => mode);
  for (const [was, is] of bounds) {
    const reshaped = was && is && sayWhere(was) === sayWhere(is) && JSON.stringify(was.shape) !== JSON.stringify(is.shape);
    note('Where', was && sayWhere(was), is && `${sayWhere(is)}${reshaped ? ', reshaped' : ''}`);
  }
  note('Order', sayOrders(before.order), sayOrders(after.order));
  return differences;
}

/** Pairs by id first, then what is left by what it is about; the order is that of `after`. */
function paired<T extends { readonly id: string }>(
  before: readonly T[],
  after: readonly T[],
  aboutOf: (item: T) => string,
): [T | null, T | null][] {
  const left = new Set(before);
  const take = (found: T | undefined): T | null => {
    if (found) left.delete(found);
    return found ?? null;
  };
  const byId = after.map((is): [T | null, T] => [
    take([...left].find((was) => was.id === is.id && aboutOf(was) === aboutOf(is))),
    is,
  ]);
  const pairs = byId.map(([was, is]): [T | null, T] => [
    was ?? take([...left].find((each) => aboutOf(each) === aboutOf(is))),
    is,
  ]);
  return [...pairs, ...[...left].map((was): [T, null] => [was, null])];
}

function aboutLine(line: Line): string {
  return isEither(line) ? 'Either' : labelOf(line);
}

function sayLine(line: Line): string {
  const blanks =
    !isEither(line) && (line.blanks === 'pass' || line.blanks === 'fail')
      ? `, a blank ${line.blanks === 'pass' ? 'fits' : 'does not fit'}`
      : '';
  return `${phraseOf(line)}${blanks}${line.weight === 'nice' ? ', would be nice' : ''}`;
}

function sayWhere(bound: Bound): string {
  return `${bound.mode === 'out' ? 'not in ' : ''}${sayBound(bound)}`;
}

function sayOrders(order: readonly Order[]): string | null {
  if (order.length === 0) return null;
  return order.map((order) => `${labelOf(order)} ${order.direction === 'asc' ? 'up' : 'down'}`).join(', ');
}
