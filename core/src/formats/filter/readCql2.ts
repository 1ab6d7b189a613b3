import { fieldOf } from '../../listing/fields.js';
import type { Field } from '../../listing/field.js';
import { EMPTY_SEARCH } from '../../search/document.js';
import type { EitherMember, FieldLine, Is, Line, Search, Shape } from '../../search/document.js';
import { readSearch } from '../../search/read.js';
import { parseCql2Text } from './parseCql2Text.js';
import type { Cql2, Cql2Call } from './parseCql2Text.js';

/** A search that was read, and in sentences what of the filter could not be taken over. */
export interface ReadFilter {
  readonly search: Search;
  readonly left: readonly string[];
}

/**
 * Reads a search from OGC CQL2 in either encoding (21-065r2): conditions on the catalogue's fields by their RESO names,
 * joined by AND, one level of OR within, and polygons on `Location`. What it cannot say is left out and named.
 *
 * @throws Error with a sentence for people when the text is neither encoding, or SearchProblem when a value is no good
 */
export function readCql2(text: string): ReadFilter {
  const filter = /^\s*\{/.test(text) ? fromJson(text) : parseCql2Text(text);
  const left: string[] = [];
  const reader = new Reader(left);
  const search = reader.read(conjuncts(filter));
  return { search: readSearch(JSON.parse(JSON.stringify(search))), left };
}

function fromJson(text: string): Cql2 {
  let filter: Cql2 | null;
  try {
    filter = JSON.parse(text) as Cql2 | null;
  } catch (error) {
    throw new Error(`The filter is not JSON: ${(error as Error).message}`);
  }
  if (hasNull(filter)) throw new Error('The filter has null where a value is needed; a blank is asked for by isNull.');
  return filter as Cql2;
}

function hasNull(value: unknown): boolean {
  return value === null || (typeof value === 'object' && Object.values(value).some(hasNull));
}

/** The conditions that must all hold, however ANDs lie in one another. */
function conjuncts(filter: Cql2): readonly Cql2[] {
  return isCall(filter, 'and') ? filter.args.flatMap(conjuncts) : [filter];
}

/** What is strictly less or more, as two conditions that must hold: no more than it, and not it. Any other as it stands. */
function strictApart(part: Cql2): readonly Cql2[] {
  if (isCall(part, 'not') && isAnyCall(part.args[0])) {
    const opposite = OPPOSITE_OF_WIDE[part.args[0].op];
    return opposite ? strictApart({ op: opposite, args: part.args[0].args }) : [part];
  }
  const wide = isAnyCall(part) ? WIDE_OF_STRICT[part.op] : undefined;
  if (!isAnyCall(part) || !wide) return [part];
  return [
    { op: wide, args: part.args },
    { op: '<>', args: part.args },
  ];
}

const WIDE_OF_STRICT: Readonly<Record<string, string>> = { '<': '<=', '>': '>=' };
const OPPOSITE_OF_WIDE: Readonly<Record<string, string>> = { '<=': '>', '>=': '<', '<': '>=', '>': '<=' };

class Reader {
  private ids = 0;

  constructor(private readonly left: string[]) {}

  read(parts: readonly Cql2[]): Search {
    let kinds: readonly string[] = EMPTY_SEARCH.kinds;
    let anyStatus = true;
    const lines: Line[] = [];
    const bounds: object[] = [];
    for (const part of parts.flatMap(strictApart)) {
      const where = shapeOf(part);
      const line = where ? null : this.line(part);
      if (where) bounds.push({ id: this.id(), ...where });
      else if (!line) this.left.push(`Not taken over: ${said(part)}`);
      else if ('field' in line && line.field === 'PropertyType' && 'anyOf' in line.is) kinds = line.is.anyOf;
      else lines.push(line);
      // what only keeps statuses out says nothing of those that a search ranges over
      if (line && 'field' in line && line.field === 'Status' && !('noneOf' in line.is || 'not' in line.is)) anyStatus = false;
    }
    const search = { ...EMPTY_SEARCH, kinds, lines, bounds } as Search;
    return anyStatus ? { ...search, reach: 'all' } : search;
  }

  private id(): string {
    return `f${++this.ids}`;
  }

  private line(part: Cql2): Line | null {
    if (!isCall(part, 'or')) return this.fieldLine(part);
    const either = part.args.map((member) => this.member(member));
    return either.some((member) => member === null) ? null : { id: this.id(), either: either as EitherMember[] };
  }

  private member(part: Cql2): EitherMember | null {
    const parts = conjuncts(part).flatMap(strictApart);
    const all = parts.map((each) => this.fieldLine(each));
    if (all.some((each) => each === null)) return null;
    return all.length === 1 ? (all[0] as FieldLine) : { all: all as FieldLine[] };
  }

  private fieldLine(part: Cql2): FieldLine | null {
    if (!isAnyCall(part)) return null;
    const negated = part.op === 'not';
    const call = negated ? part.args[0] : part;
    if (call === undefined || !isAnyCall(call)) return null;
    const property = propertyOf(call.args[0]);
    if (property === 'PropertyType' && !negated) {
      const values = call.op === 'in' ? textsOf(call.args[1]) : call.op === '=' ? textsOf([call.args[1] as Cql2]) : null;
      return values && { id: this.id(), field: property, is: { anyOf: values } };
    }
    const field = property === null ? undefined : fieldOf(property === 'StandardStatus' ? 'Status' : property);
    const is = field && (negated ? oppositeOf(testOf(call, field), field) : testOf(call, field));
    return field && is ? { id: this.id(), field: field.name, is } : null;
  }
}

function testOf({ op, args }: Cql2Call, field: Field): Is | null {
  const [, second, third] = args;
  const value = scalarOf(second);
  switch (op) {
    case '=':
      return typeof value === 'boolean' ? { yes: value } : value === null ? null : { equals: value };
    case '<>':
      return typeof value === 'boolean' ? { yes: !value } : value === null ? null : { not: value };
    case '<=':
      return value === null || typeof value === 'boolean' ? null : { atMost: value };
    case '>=':
      return value === null || typeof value === 'boolean' ? null : { atLeast: value };
    case 'between': {
      const high = scalarOf(third);
      if (value === null || high === null || typeof value === 'boolean' || typeof high === 'boolean') return null;
      return { between: [value, high] };
    }
    case 'in':
    case 'a_overlaps': {
      const values = textsOf(second);
      return values && { anyOf: values };
    }
    case 'a_contains': {
      const values = textsOf(second);
      return values && field.type === 'choices' ? { allOf: values } : null;
    }
    case 'isNull':
      return { blank: true };
    case 'like':
      return likeOf(second);
    default:
      return null;
  }
}

/** What is true where a test is false, and unknown where it is unknown. */
function oppositeOf(is: Is | null, field: Field): Is | null {
  if (is === null) return null;
  if ('blank' in is) return { blank: !is.blank };
  if ('yes' in is) return { yes: !is.yes };
  if ('anyOf' in is) return field.type === 'choice' || field.type === 'choices' ? { noneOf: is.anyOf } : null;
  if ('equals' in is) return { not: is.equals };
  return 'not' in is ? { equals: is.not } : null;
}

/** A pattern of LIKE whose only wildcards are % at its end, or at both ends. */
function likeOf(pattern: Cql2 | undefined): Is | null {
  const text = isCall(pattern, 'casei') ? pattern.args[0] : pattern;
  if (typeof text !== 'string' || !text.endsWith('%') || text.endsWith('\\%')) return null;
  const from = text.startsWith('%') ? 1 : 0;
  const middle = text.slice(from, -1);
  const plain = middle.replace(/\\([\\%_])/g, '$1');
  // a wildcard that no backslash takes away
  if (/(?:^|[^\\])(?:\\\\)*[%_]/.test(middle) || plain === '') return null;
  return from === 1 ? { contains: plain } : { starts: plain };
}

function shapeOf(part: Cql2): { readonly mode: 'in' | 'out'; readonly shape: Shape } | null {
  const negated = isCall(part, 'not');
  const call = negated ? part.args[0] : part;
  if (!isCall(call, 's_intersects') && !isCall(call, 's_within')) return null;
  const [place, shape] = call.args;
  if (propertyOf(place) !== 'Location' || typeof shape !== 'object' || !('coordinates' in shape)) return null;
  const { type, coordinates } = shape;
  return { mode: negated ? 'out' : 'in', shape: { type, coordinates } as Shape };
}

function propertyOf(value: Cql2 | undefined): string | null {
  const inner = isCall(value, 'casei') ? value.args[0] : value;
  return typeof inner === 'object' && 'property' in inner ? inner.property : null;
}

function scalarOf(value: Cql2 | undefined): string | number | boolean | null {
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean') return value;
  if (typeof value !== 'object') return null;
  if ('date' in value) return value.date;
  return 'timestamp' in value ? value.timestamp : null;
}

function textsOf(value: Cql2 | undefined): readonly string[] | null {
  return Array.isArray(value) && value.length > 0 && value.every((each) => typeof each === 'string') ? value : null;
}

function isAnyCall(value: Cql2 | undefined): value is Cql2Call {
  return typeof value === 'object' && 'op' in value && Array.isArray(value.args);
}

function isCall(value: Cql2 | undefined, op: string): value is Cql2Call {
  return isAnyCall(value) && value.op === op;
}

function said(part: Cql2): string {
  const text = JSON.stringify(part);
  return text.length > 120 ? `${text.slice(0, 117)}…` : text;
}
