import type { Search } from '../../search/document.js';
import type { TimeContext } from '../../time/period.js';
import { expressionOf, quoted } from './expression.js';
import type { Expression, Value } from './expression.js';

/** A search in another language, and in sentences what of it could not be said, or not exactly. */
export interface ExportedFilter<T> {
  readonly filter: T;
  readonly left: readonly string[];
}

/** A search as OGC CQL2 in JSON (OGC 21-065r2, 7 and annex B); positions are the property `Location`, by our own name. */
export function cql2Json(search: Search, time: TimeContext): ExportedFilter<object> {
  const { expression, left } = expressionOf(search, time);
  return { filter: json(expression), left };
}

/** The same in text (OGC 21-065r2, annex B). */
export function cql2Text(search: Search, time: TimeContext): ExportedFilter<string> {
  const { expression, left } = expressionOf(search, time);
  return { filter: text(expression), left };
}

const LOCATION = 'Location';

function json(expression: Expression): object {
  const property = (name: string): object => ({ property: name });
  switch (expression.op) {
    case 'and':
    case 'or':
      // a conjunction of one is not in the standard's schema
      return expression.args.length === 1
        ? json(expression.args[0] as Expression)
        : { op: expression.op, args: expression.args.map(json) };
    case 'not':
      return { op: 'not', args: [json(expression.arg)] };
    case 'between':
      return { op: 'between', args: [property(expression.property), expression.low, expression.high] };
    case 'in':
      return { op: 'in', args: [property(expression.property), expression.values] };
    case 'isNull':
      return { op: 'isNull', args: [property(expression.property)] };
    case 'anyOf':
      return { op: 'a_overlaps', args: [property(expression.property), expression.values] };
    case 'allOf':
      return { op: 'a_contains', args: [property(expression.property), expression.values] };
    case 'like':
      return {
        op: 'like',
        args: [
          { op: 'casei', args: [property(expression.property)] },
          { op: 'casei', args: [pattern(expression)] },
        ],
      };
    case 'within': {
      const { polygons } = expression;
      const shape =
        polygons.length === 1 ? { type: 'Polygon', coordinates: polygons[0] } : { type: 'MultiPolygon', coordinates: polygons };
      return { op: 's_intersects', args: [property(LOCATION), shape] };
    }
    default:
      return { op: expression.op, args: [property(expression.property), expression.value] };
  }
}

function text(expression: Expression): string {
  switch (expression.op) {
    case 'and':
    case 'or':
      return expression.args.map((arg) => bracketed(arg)).join(` ${expression.op.toUpperCase()} `);
    case 'not':
      return `NOT (${text(expression.arg)})`;
    case 'between':
      return `${expression.property} BETWEEN ${literal(expression.low)} AND ${literal(expression.high)}`;
    case 'in':
      return `${expression.property} IN (${expression.values.map(literal).join(', ')})`;
    case 'isNull':
      return `${expression.property} IS NULL`;
    case 'anyOf':
      return `A_OVERLAPS(${expression.property}, (${expression.values.map(literal).join(', ')}))`;
    case 'allOf':
      return `A_CONTAINS(${expression.property}, (${expression.values.map(literal).join(', ')}))`;
    case 'like':
      return `CASEI(${expression.property}) LIKE CASEI(${literal(pattern(expression))})`;
    case 'within': {
      const rings = (polygon: Extract<Expression, { op: 'within' }>['polygons'][number]): string =>
        `(${polygon.map((ring) => `(${ring.map(([x, y]) => `${x} ${y}`).join(', ')})`).join(', ')})`;
      const { polygons } = expression;
      const [only] = polygons;
      return polygons.length === 1 && only
        ? `S_INTERSECTS(${LOCATION}, POLYGON${rings(only)})`
        : `S_INTERSECTS(${LOCATION}, MULTIPOLYGON(${polygons.map(rings).join(', ')}))`;
    }
    default:
      return `${expression.property} ${expression.op} ${literal(expression.value)}`;
  }
}

function bracketed(expression: Expression): string {
  return (expression.op === 'and' || expression.op === 'or') && expression.args.length > 1
    ? `(${text(expression)})`
    : text(expression);
}

function literal(value: Value): string {
  if (typeof value === 'string') return quoted(value);
  if (typeof value !== 'object') return typeof value === 'boolean' ? String(value).toUpperCase() : String(value);
  return 'date' in value ? `DATE('${value.date}')` : `TIMESTAMP('${value.timestamp}')`;
}

/** Wildcards of the standard's LIKE: % for any characters, a backslash before one that is meant itself. */
function pattern({ text: sought, from }: Extract<Expression, { op: 'like' }>): string {
  const escaped = sought.replace(/[\\%_]/g, (character) => `\\${character}`);
  return `${from === 'anywhere' ? '%' : ''}${escaped}%`;
}
