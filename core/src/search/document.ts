import type { PriceMove } from './priceMove.js';
import type { LonLat } from '../geo/distance.js';
import type { Travel } from '../roads/travel.js';
import type { CostAssumptions } from '../listing/monthlyCost.js';
import type { PropertyType } from '../listing/kinds.js';
import type { Status } from '../listing/status.js';

/** The search document: what is stored, sent and exported. Read from outside only through `readSearch`. */
export interface Search {
  readonly version: 1;
  readonly kinds: readonly PropertyType[];
  readonly lines: readonly Line[];
  readonly bounds: readonly Bound[];
  readonly order: readonly Order[];
  readonly reach?: 'all';
}

export type Scalar = number | string;

export interface StatusTime {
  readonly status: Status;
  /** Of the status's own date: an ISO 8601 period back from now, or the ISO 8601 dates of its first and last day. */
  readonly last?: string;
  readonly since?: string;
  readonly until?: string;
}

export interface WordsTest {
  readonly anyOf?: readonly string[];
  readonly allOf?: readonly string[];
  readonly noneOf?: readonly string[];
  readonly phrase?: string;
  readonly stem?: boolean;
}

/** One test; exactly one key. Ranges include both ends. */
export type Is =
  | { readonly equals: Scalar }
  | { readonly not: Scalar }
  | { readonly atLeast: Scalar }
  | { readonly atMost: Scalar }
  | { readonly between: readonly [Scalar, Scalar] }
  | { readonly last: string }
  | { readonly next: string }
  | { readonly anyOf: readonly string[] }
  | { readonly allOf: readonly string[] }
  | { readonly noneOf: readonly string[] }
  | { readonly words: WordsTest }
  | { readonly starts: string }
  | { readonly contains: string }
  | { readonly sameStreet: string }
  | { readonly yes: boolean }
  | { readonly blank: boolean }
  | { readonly oneOf: readonly StatusTime[] };

export type Blanks = 'unknown' | 'pass' | 'fail';

/** Of its own besides the field and the test: the journey whose minutes are tested. */
export interface FieldLine extends Partial<Travel> {
  readonly id: string;
  readonly field: string;
  readonly is: Is;
  /** Of what a home would cost a month: what the client brings and borrows. */
  readonly assuming?: CostAssumptions;
  /** Of when the price last moved: which way, and by how much. */
  readonly moved?: PriceMove;
  readonly blanks?: Blanks;
  readonly weight?: 'must' | 'nice';
  readonly name?: string;
}

export type EitherMember = FieldLine | { readonly all: readonly FieldLine[] };

export interface EitherLine {
  readonly id: string;
  readonly either: readonly EitherMember[];
  readonly weight?: 'must' | 'nice';
  readonly name?: string;
}

export type Line = FieldLine | EitherLine;

export interface Circle {
  readonly type: 'Circle';
  readonly center: LonLat;
  readonly radiusMeters: number;
}
export interface Polygon {
  readonly type: 'Polygon';
  readonly coordinates: readonly (readonly LonLat[])[];
}
export interface MultiPolygon {
  readonly type: 'MultiPolygon';
  readonly coordinates: readonly (readonly (readonly LonLat[])[])[];
}
/** What lies within so many minutes of a place; decided by each listing's own minutes. */
export interface TravelTime extends Travel {
  readonly type: 'TravelTime';
  readonly minutes: number;
}
/** Shapes whose ground is known without the roads. */
export type DrawnShape = Circle | Polygon | MultiPolygon;
export type Shape = DrawnShape | TravelTime;

export interface Bound {
  readonly id: string;
  readonly mode: 'in' | 'out';
  readonly shape: Shape;
  readonly name?: string;
  /** The bound kept by name that this one was taken from, and changes with. */
  readonly keptId?: string;
}

/** By a field, or by the minutes of a journey, whose place may be named. */
export interface Order extends Partial<Travel> {
  readonly field: string;
  readonly name?: string;
  readonly direction: 'asc' | 'desc';
}

export function isEither(line: Line): line is EitherLine {
  return 'either' in line;
}

/** The lines that filter: all but those that would only be nice. */
export function mustLines(search: Search): Line[] {
  return search.lines.filter((line) => line.weight !== 'nice');
}

/** The field lines of an either's member. */
export function linesOfMember(member: EitherMember): readonly FieldLine[] {
  return 'all' in member ? member.all : [member];
}

export const EMPTY_SEARCH: Search = { version: 1, kinds: ['Residential'], lines: [], bounds: [], order: [] };
