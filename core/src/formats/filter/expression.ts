import { circleRing } from '../../geo/distance.js';
import type { LonLat } from '../../geo/distance.js';
import { fieldOf } from '../../listing/fields.js';
import { labelWithin } from '../../listing/field.js';
import type { Field } from '../../listing/field.js';
import { STATUS_DATE_FIELD } from '../../listing/status.js';
import { isEither, mustLines } from '../../search/document.js';
import type { DrawnShape, EitherMember, FieldLine, Is, Line, Scalar, Search } from '../../search/document.js';
import { travelOf } from '../../roads/travel.js';
import { labelOf, sayAssuming } from '../../search/phrase.js';
import { sayMove } from '../../search/priceMove.js';
import { statusesInReach } from '../../search/reach.js';
import { timeTest } from '../../search/statusTime.js';
import { daysOf, instantsOf, isoDate } from '../../time/period.js';
import type { TimeContext } from '../../time/period.js';

export type Value = number | string | boolean | { readonly date: string } | { readonly timestamp: string };
export type Comparison = '=' | '<>' | '<=' | '>=';

/** A search as a condition on a listing's own properties, before it is written in one language or another. */
export type Expression =
  | { readonly op: 'and' | 'or'; readonly args: readonly Expression[] }
  | { readonly op: 'not'; readonly arg: Expression }
  | { readonly op: Comparison; readonly property: string; readonly value: Value }
  | { readonly op: 'between'; readonly property: string; readonly low: Value; readonly high: Value }
  | { readonly op: 'in'; readonly property: string; readonly values: readonly string[] }
  | { readonly op: 'isNull'; readonly property: string }
  /** Of a list's values, any or all of some; text by its part, whatever its case. */
  | { readonly op: 'anyOf' | 'allOf'; readonly property: string; readonly values: readonly string[] }
  | { readonly op: 'like'; readonly property: string; readonly text: string; readonly from: 'start' | 'anywhere' }
  | { readonly op: 'within'; readonly polygons: readonly (readonly (readonly LonLat[])[])[] };

/** A text as both languages quote it, a quote in it doubled. */
export function quoted(text: string): string {
  return `'${text.replaceAll("'", "''")}'`;
}

/** A search as an expression, and in sentences what of it could not be said, or not exactly. */
export interface Expressed {
  readonly expression: Expression;
  readonly left: readonly string[];
}

const CIRCLE_CORNERS = 64;

/**
 * The must lines and bounds of a search as one expression; relative times are those of now. It asks for a home's own
 * property type and subtype, not for those that it is offered as besides.
 */
export function expressionOf(search: Search, time: TimeContext): Expressed {
  const left: string[] = [];
  const statuses = statusesInReach(search);
  const nice = search.lines.length - mustLines(search).length;
  if (nice > 0) left.push(`${nice} of its lines would only be nice, and filter nothing.`);
  const parts: (Expression | null)[] = [
    { op: 'in', property: 'PropertyType', values: search.kinds },
    statuses && { op: 'in', property: 'StandardStatus', values: [...statuses] },
    ...mustLines(search).map((line) => lineExpression(line, time, left)),
    ...boundExpressions(search, left),
  ];
  const said = parts.filter((part) => part !== null);
  return { expression: { op: 'and', args: said.flatMap((part) => (part.op === 'and' ? part.args : [part])) }, left };
}

function lineExpression(line: Line, time: TimeContext, left: string[]): Expression | null {
  if (!isEither(line)) return fieldExpression(line, time, left);
  const members = line.either.map((member) => memberExpression(member, time, left));
  // one member that cannot be said would make the others say too little
  return members.some((member) => member === null) ? null : { op: 'or', args: members as Expression[] };
}

function memberExpression(member: EitherMember, time: TimeContext, left: string[]): Expression | null {
  if (!('all' in member)) return fieldExpression(member, time, left);
  const parts = member.all.map((line) => fieldExpression(line, time, left));
  return parts.some((part) => part === null) ? null : { op: 'and', args: parts as Expression[] };
}

function fieldExpression(line: FieldLine, time: TimeContext, left: string[]): Expression | null {
  const field = fieldOf(line.field) as Field;
  const expression = travelOf(line) ? null : testExpression(line.is, field, time, left);
  if (line.moved) left.push(`${field.label} says when, and not that it went ${sayMove(line.moved)}.`);
  if (line.assuming)
    left.push(`${field.label} is left to the reader’s own assumptions: ${sayAssuming(line.assuming)} is not said.`);
  if (!expression) left.push(`${labelOf(line)} cannot be said in this language.`);
  // a test for blanks leaves nothing open that could pass
  if (!expression || line.blanks !== 'pass' || 'blank' in line.is) return expression;
  return { op: 'or', args: [expression, { op: 'isNull', property: propertyOf(field) }] };
}

function propertyOf(field: Field): string {
  return field.name === 'Status' ? 'StandardStatus' : field.name;
}

function testExpression(is: Is, field: Field, time: TimeContext, left: string[]): Expression | null {
  const property = propertyOf(field);
  const value = (scalar: Scalar): Value =>
    field.type === 'date'
      ? { date: String(scalar) }
      : field.type === 'timestamp'
        ? { timestamp: instantText(String(scalar)) }
        : scalar;
  if ('blank' in is) return is.blank ? { op: 'isNull', property } : { op: 'not', arg: { op: 'isNull', property } };
  if ('yes' in is) return { op: '=', property, value: is.yes };
  if ('atLeast' in is) return { op: '>=', property, value: value(is.atLeast) };
  if ('atMost' in is) return { op: '<=', property, value: value(is.atMost) };
  if ('between' in is) return spanned(property, value(is.between[0]), value(is.between[1]));
  if ('last' in is) return period('last', is.last, field, property, time, left);
  if ('next' in is) return period('next', is.next, field, property, time, left);
  if ('oneOf' in is) {
    const entries = is.oneOf.map((entry): Expression => {
      const now: Expression = { op: '=', property, value: entry.status };
      const asked = timeTest(entry);
      const when = asked && testExpression(asked, fieldOf(STATUS_DATE_FIELD[entry.status]) as Field, time, left);
      return when ? { op: 'and', args: [now, when] } : now;
    });
    return { op: 'or', args: entries };
  }
  if (field.type === 'choices') {
    if ('anyOf' in is) return { op: 'anyOf', property, values: is.anyOf };
    if ('allOf' in is) return { op: 'allOf', property, values: is.allOf };
    return 'noneOf' in is ? { op: 'not', arg: { op: 'anyOf', property, values: is.noneOf } } : null;
  }
  if ('contains' in is) return { op: 'like', property, text: is.contains, from: 'anywhere' };
  if ('starts' in is) return { op: 'like', property, text: is.starts, from: 'start' };
  // text is compared whatever its case, which equality is not
  if (field.type === 'text') return null;
  if ('anyOf' in is) return { op: 'in', property, values: is.anyOf };
  if ('noneOf' in is) return { op: 'not', arg: { op: 'in', property, values: is.noneOf } };
  if ('equals' in is) return { op: '=', property, value: value(is.equals) };
  return 'not' in is ? { op: '<>', property, value: value(is.not) } : null;
}

function period(
  direction: 'last' | 'next',
  text: string,
  field: Field,
  property: string,
  time: TimeContext,
  left: string[],
): Expression {
  left.push(`“${direction} ${text}” of ${labelWithin(field)} is written as the dates that it means now.`);
  if (field.type === 'date') {
    const { from, to } = daysOf(direction, text, time);
    return spanned(property, { date: isoDate(from) }, { date: isoDate(to) });
  }
  const { from, to } = instantsOf(direction, text, time);
  const at = (moment: number): Value => ({ timestamp: new Date(moment).toISOString() });
  return spanned(property, at(from), at(to));
}

/** A span, both ends included; BETWEEN is for numbers only (OGC 21-065r2, 7.5). */
function spanned(property: string, low: Value, high: Value): Expression {
  if (typeof low === 'number') return { op: 'between', property, low, high };
  return {
    op: 'and',
    args: [
      { op: '>=', property, value: low },
      { op: '<=', property, value: high },
    ],
  };
}

function instantText(text: string): string {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) ? `${text}T00:00:00Z` : new Date(text).toISOString();
}

function boundExpressions(search: Search, left: string[]): Expression[] {
  const within = (mode: 'in' | 'out'): Expression | null => {
    const bounds = search.bounds.filter((bound) => bound.mode === mode);
    if (bounds.length === 0) return null;
    const shapes = bounds.flatMap(({ shape }) => (shape.type === 'TravelTime' ? [] : [shape]));
    if (shapes.length < bounds.length) {
      left.push('What lies within minutes of a place cannot be said in this language.');
      // the others alone would keep in too little; of what is kept out, they keep out too little
      if (mode === 'in' || shapes.length === 0) return null;
    }
    if (bounds.some(({ shape }) => shape.type === 'Circle')) left.push(`A circle is written as ${CIRCLE_CORNERS} corners.`);
    return { op: 'within', polygons: shapes.flatMap(polygonsOf) };
  };
  const [keepIn, keepOut] = [within('in'), within('out')];
  return [...(keepIn ? [keepIn] : []), ...(keepOut ? [{ op: 'not', arg: keepOut } as const] : [])];
}

function polygonsOf(shape: DrawnShape): readonly (readonly (readonly LonLat[])[])[] {
  if (shape.type === 'Polygon') return [shape.coordinates];
  if (shape.type === 'MultiPolygon') return shape.coordinates;
  return [[circleRing(shape.center, shape.radiusMeters, CIRCLE_CORNERS)]];
}
