import type { LonLat } from '../geo/distance.js';
import { inCircle, inPolygon } from '../geo/inside.js';
import { appliesTo, fieldOf, valueOf } from '../listing/fields.js';
import type { Field } from '../listing/field.js';
import { monthlyCostOf } from '../listing/monthlyCost.js';
import { positionOf } from '../listing/record.js';
import type { FieldValue, ListingRecord } from '../listing/record.js';
import { STATUS_DATE_FIELD } from '../listing/status.js';
import type { Status } from '../listing/status.js';
import { kindsOf } from '../listing/kinds.js';
import { travelOf } from '../roads/travel.js';
import type { Travel } from '../roads/travel.js';
import { isSameStreet } from '../text/streets.js';
import { hasMoved } from './priceMove.js';
import type { PriceMove } from './priceMove.js';
import { plain, stemsOf, wordsOf } from '../text/words.js';
import { dayNumber, daysOf, instantOf, instantsOf } from '../time/period.js';
import type { EvaluationContext } from './evaluationContext.js';
import { isEither, mustLines } from './document.js';
import type { DrawnShape, FieldLine, Is, Line, Scalar, Search, Shape, WordsTest } from './document.js';
import { statusesInReach } from './reach.js';
import { timeTest } from './statusTime.js';

/** SQL's three values: true, false, and null for unknown. */
export type Truth = boolean | null;

export interface Verdict {
  readonly lines: readonly { readonly line: Line; readonly truth: Truth }[];
  readonly keepIn: Truth;
  readonly keepOut: Truth;
}

/** Whether a record is of the search's kinds and in reach by its status; the others are not counted at all. */
export function inReach(search: Search, record: ListingRecord): boolean {
  const statuses = statusesInReach(search);
  return (
    kindsOf(record).some((kind) => search.kinds.includes(kind)) &&
    (statuses === null || statuses.has(String(record['StandardStatus'])))
  );
}

/** What one record is to a search: each must line's truth and that of the two conditions of its bounds. */
export function judge(search: Search, record: ListingRecord, context: EvaluationContext): Verdict {
  const position = positionOf(record);
  const within = (mode: 'in' | 'out'): Truth => {
    const bounds = search.bounds.filter((bound) => bound.mode === mode);
    if (bounds.length === 0) return mode === 'in';
    return position && bounds.some((bound) => contains(bound.shape, position, context));
  };
  const inKeepOut = within('out');
  return {
    lines: mustLines(search).map((line) => ({ line, truth: evaluateLine(line, record, context) })),
    keepIn: within('in'),
    keepOut: inKeepOut === null ? null : !inKeepOut,
  };
}

export type Standing = 'fit' | 'unknown' | 'missByOne' | 'miss';

/** Fit: all true. Unknown: none false, one at least unknown. Miss by one: exactly one false, the rest true. */
export function standingOf({ lines, keepIn, keepOut }: Verdict): Standing {
  const truths = [...lines.map(({ truth }) => truth), keepIn, keepOut];
  const misses = truths.filter((truth) => truth === false).length;
  const unknown = truths.includes(null);
  if (misses === 0) return unknown ? 'unknown' : 'fit';
  return misses === 1 && !unknown ? 'missByOne' : 'miss';
}

/** Whether a record in reach fits a search: every line true, in some keep-in, in no keep-out. */
export function fits(search: Search, record: ListingRecord, context: EvaluationContext): boolean {
  return inReach(search, record) && standingOf(judge(search, record, context)) === 'fit';
}

/** One line's truth for one record. */
export function evaluateLine(line: Line, record: ListingRecord, context: EvaluationContext): Truth {
  if (!isEither(line)) return evaluateFieldLine(line, record, context);
  return or(
    line.either.map((member) =>
      'all' in member
        ? and(member.all.map((part) => evaluateFieldLine(part, record, context)))
        : evaluateFieldLine(member, record, context),
    ),
  );
}

/** Whether a point lies within a bound's shape, its edge included; where no roads are known, nothing is within minutes of a place. */
export function contains(shape: Shape, point: LonLat, context: EvaluationContext): boolean {
  if (shape.type !== 'TravelTime') return containsDrawn(shape, ...point);
  const seconds = context.roads?.secondsAt(shape, point) ?? Infinity;
  return seconds <= 60 * shape.minutes;
}

/** The same of a shape that needs no roads. */
export function containsDrawn(shape: DrawnShape, longitude: number, latitude: number): boolean {
  switch (shape.type) {
    case 'Circle':
      return inCircle(longitude, latitude, shape.center, shape.radiusMeters);
    case 'Polygon':
      return inPolygon(longitude, latitude, shape.coordinates);
    case 'MultiPolygon':
      return shape.coordinates.some((rings) => inPolygon(longitude, latitude, rings));
  }
}

function or(truths: readonly Truth[]): Truth {
  if (truths.includes(true)) return true;
  return truths.includes(null) ? null : false;
}

function and(truths: readonly Truth[]): Truth {
  if (truths.includes(false)) return false;
  return truths.includes(null) ? null : true;
}

/** A record's value as a line asks for it; null is blank, and undefined what cannot be: a place that no way leads to. */
export function valueFor(line: FieldLine, record: ListingRecord, context: EvaluationContext): FieldValue {
  const { field, assuming } = line;
  const travel = travelOf(line);
  if (travel) return minutesOf(travel, record, context);
  return assuming ? monthlyCostOf(record, assuming) : valueOf(fieldOf(field) as Field, record);
}

/** The minutes of a journey between a listing and its place: null where the listing's place or the roads are not known, undefined where no way leads. */
export function minutesOf(travel: Travel, record: ListingRecord, { roads }: EvaluationContext): number | null | undefined {
  const position = positionOf(record);
  if (!position || !roads) return null;
  const seconds = roads.secondsAt(travel, position);
  return seconds === null ? undefined : seconds / 60;
}

function evaluateFieldLine(line: FieldLine, record: ListingRecord, context: EvaluationContext): Truth {
  const field = fieldOf(line.field) as Field;
  if (!appliesTo(field, kindsOf(record))) return false;
  const value = valueFor(line, record, context);
  if (value === undefined && travelOf(line)) return false;
  const isBlank = value == null || (Array.isArray(value) && value.length === 0);
  const tested = 'blank' in line.is ? isBlank === line.is.blank : isBlank ? null : test(line.is, value, field, record, context);
  const truth = line.moved ? and([tested, movedIn(record, line.moved)]) : tested;
  if (truth !== null || line.blanks === undefined || line.blanks === 'unknown') return truth;
  return line.blanks === 'pass';
}

/** Whether a record's price moved so; null where it asks none. */
export function movedIn(record: ListingRecord, moved: PriceMove): boolean | null {
  const dollars = (value: FieldValue): number => (typeof value === 'number' ? value : NaN);
  return hasMoved(moved, dollars(record['PreviousListPrice']), dollars(record['ListPrice']));
}

function test(
  is: Is,
  value: Exclude<FieldValue, null | undefined>,
  field: Field,
  record: ListingRecord,
  context: EvaluationContext,
): Truth {
  if ('oneOf' in is) {
    return or(
      is.oneOf.map((entry) => {
        if (value !== entry.status) return false;
        const asked = timeTest(entry);
        return asked === null ? true : atTime(asked, record, entry.status, context);
      }),
    );
  }
  if ('yes' in is) return value === is.yes;
  if (field.type === 'text') return testText(is, String(value));
  const values = Array.isArray(value) ? (value as readonly string[]) : [String(value)];
  if ('anyOf' in is) return is.anyOf.some((choice) => values.includes(choice));
  if ('allOf' in is) return is.allOf.every((choice) => values.includes(choice));
  if ('noneOf' in is) return !is.noneOf.some((choice) => values.includes(choice));
  if (field.type === 'choice') {
    if ('equals' in is) return values.includes(String(is.equals));
    return 'not' in is ? !values.includes(String(is.not)) : null;
  }
  return testOrdered(is, value as Scalar, field, context);
}

/** Numbers as they stand, dates as day numbers, timestamps as milliseconds: each has one order. */
function testOrdered(is: Is, value: Scalar, field: Field, context: EvaluationContext): Truth {
  const here =
    field.type === 'timestamp' ? Date.parse(String(value)) : field.type === 'date' ? dayNumber(String(value)) : Number(value);
  const first = (end: Scalar): number => endOf(end, 'first', field, context);
  const final = (end: Scalar): number => endOf(end, 'last', field, context);
  if ('equals' in is) return here >= first(is.equals) && here <= final(is.equals);
  if ('not' in is) return here < first(is.not) || here > final(is.not);
  if ('atLeast' in is) return here >= first(is.atLeast);
  if ('atMost' in is) return here <= final(is.atMost);
  if ('between' in is) return here >= first(is.between[0]) && here <= final(is.between[1]);
  if ('last' in is || 'next' in is) {
    const direction = 'last' in is ? 'last' : 'next';
    const period = 'last' in is ? is.last : is.next;
    const span = (field.type === 'date' ? daysOf : instantsOf)(direction, period, context);
    return here >= span.from && here <= span.to;
  }
  return null;
}

function endOf(end: Scalar, which: 'first' | 'last', field: Field, { zone }: EvaluationContext): number {
  if (field.type === 'timestamp') return instantOf(String(end), which, zone);
  return field.type === 'date' ? dayNumber(String(end)) : Number(end);
}

function atTime(is: Is, record: ListingRecord, status: Status, context: EvaluationContext): Truth {
  const field = fieldOf(STATUS_DATE_FIELD[status]) as Field;
  const value = valueOf(field, record);
  return value == null ? null : testOrdered(is, value as string, field, context);
}

/** A text's test; case and accents do not count. */
export function testText(is: Is, text: string): boolean {
  if ('words' in is) return testWords(is.words, text);
  if ('starts' in is) return plain(text).startsWith(plain(is.starts));
  if ('contains' in is) return plain(text).includes(plain(is.contains));
  if ('sameStreet' in is) return isSameStreet(is.sameStreet, text);
  if ('equals' in is) return plain(text) === plain(String(is.equals));
  return 'not' in is && plain(text) !== plain(String(is.not));
}

function testWords(words: WordsTest, text: string): boolean {
  const split = words.stem ? stemsOf : wordsOf;
  const there = split(text);
  const has = (sought: string): boolean => hasRun(there, split(sought));
  if (words.anyOf) return words.anyOf.some(has);
  if (words.allOf) return words.allOf.every(has);
  if (words.noneOf) return !words.noneOf.some(has);
  return has(words.phrase ?? '');
}

/** Whether the words sought stand next to each other, in order; none sought is never found. */
function hasRun(words: readonly string[], sought: readonly string[]): boolean {
  if (sought.length === 0) return false;
  return words.some((_, at) => sought.every((word, i) => words[at + i] === word));
}
