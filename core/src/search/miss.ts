import { distance, METRES_PER_MILE } from '../geo/distance.js';
import type { LonLat } from '../geo/distance.js';
import { metresToRing } from '../geo/inside.js';
import { appliesTo, fieldOf } from '../listing/fields.js';
import { isDay, isMeasured, isYear, labelWithin } from '../listing/field.js';
import type { Field } from '../listing/field.js';
import { positionOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import { kindsOf } from '../listing/kinds.js';
import { travelOf } from '../roads/travel.js';
import { isEither, linesOfMember } from './document.js';
import type { DrawnShape, EitherLine, FieldLine, Line, Search, Shape } from './document.js';
import { contains, judge, movedIn, valueFor } from './evaluate.js';
import { amount, dollars, plainNumber } from './numbers.js';
import { phraseOf } from './phrase.js';
import { columnNumber, spanOf } from './span.js';
import type { EvaluationContext } from './evaluationContext.js';
import type { Span } from '../time/period.js';

/** Why and by how much a listing misses; `by` is null where nothing can be measured. */
export interface Miss {
  /** The line's id, or keepIn or keepOut. */
  readonly id: string;
  readonly by: number | null;
  readonly unit: string;
  readonly text: string;
  /** 0 touches; 1 is as far as the limit itself, or a mile. What cannot be measured comes last, at 2. */
  readonly nearness: number;
}

/** The nearness of what cannot be measured. */
export const UNMEASURED = 2;

/** How far a listing is from the one line, or bounds, that it misses. */
export function missOf(search: Search, record: ListingRecord, missed: string, context: EvaluationContext): Miss {
  if (missed === 'keepIn' || missed === 'keepOut') return missOfBounds(search, record, missed, context);
  const line = search.lines.find(({ id }) => id === missed);
  if (!line) return { id: missed, by: null, unit: '', text: 'not as wanted', nearness: UNMEASURED };
  if (isEither(line)) return { id: missed, by: null, unit: '', text: sayNeither(line), nearness: UNMEASURED };
  return missOfLine(line, record, context);
}

/** What a listing leaves blank that keeps a search from saying whether it fits: "garage and year built left blank". */
export function sayOpen(search: Search, record: ListingRecord, context: EvaluationContext): string {
  const { lines, keepIn, keepOut } = judge(search, record, context);
  const named = lines.flatMap(({ line, truth }) => (truth === null ? namesOf(line) : []));
  if (keepIn === null || keepOut === null) named.push('place');
  const all = [...new Set(named)];
  const last = all.pop();
  return `${all.length > 0 ? `${all.join(', ')} and ` : ''}${last ?? 'something'} left blank`;
}

function namesOf(line: Line): string[] {
  const parts = isEither(line) ? line.either.flatMap(linesOfMember) : [line];
  return parts.map((part) => (travelOf(part) ? 'place' : labelWithin(fieldOf(part.field) as Field)));
}

function sayNeither({ either }: EitherLine): string {
  const named = either.map((member) =>
    linesOfMember(member)
      .map(({ field }) => labelWithin(fieldOf(field) as Field))
      .join(' with '),
  );
  return named.length === 1 ? `not ${named[0]} as wanted` : `neither ${named.join(' nor ')} as wanted`;
}

/** How near a listing comes to the one line, or bounds, that it misses: the nearness of `missOf` without its words. */
export function nearnessOfMiss(search: Search, record: ListingRecord, missed: string, context: EvaluationContext): number {
  if (missed === 'keepIn' || missed === 'keepOut') {
    const position = positionOf(record);
    return position ? nearnessOfBounds(search, position, missed, context) : UNMEASURED;
  }
  const line = search.lines.find(({ id }) => id === missed);
  if (!line || isEither(line)) return UNMEASURED;
  const field = fieldOf(line.field) as Field;
  const value = appliesTo(field, kindsOf(record)) ? valueFor(line, record, context) : null;
  if (line.moved && !movedIn(record, line.moved)) return UNMEASURED;
  return value == null || !isMeasured(field.type) ? UNMEASURED : nearnessOfValue(line, columnNumber(value, field), context);
}

function missOfLine(line: FieldLine, record: ListingRecord, context: EvaluationContext): Miss {
  const field = fieldOf(line.field) as Field;
  if (!appliesTo(field, kindsOf(record)))
    return { id: line.id, by: null, unit: '', text: `this kind has no ${labelWithin(field)}`, nearness: UNMEASURED };
  const value = valueFor(line, record, context);
  if (value === undefined && travelOf(line))
    return { id: line.id, by: null, unit: '', text: 'no way leads there', nearness: UNMEASURED };
  if (line.moved && !movedIn(record, line.moved))
    return { id: line.id, by: null, unit: '', text: sayHowItMoved(record), nearness: UNMEASURED };
  const gap = value == null || !isMeasured(field.type) ? null : gapOf(line, columnNumber(value, field), context);
  if (!gap) {
    const now = Array.isArray(value) ? value.join(', ') : String(value ?? 'blank');
    return {
      id: line.id,
      by: null,
      unit: '',
      text: `${field.label}: ${now}, not ${phraseOf(line).replace(/^not /, 'wanted')}`,
      nearness: UNMEASURED,
    };
  }
  const { by, over, nearness } = gap;
  return { id: line.id, by, unit: unitOf(field), text: sayMiss(by, over, field), nearness };
}

/** "the price went down by $5,000, 1.6%", "the price never moved". */
function sayHowItMoved({ PreviousListPrice: before, ListPrice: now }: ListingRecord): string {
  if (typeof before !== 'number' || typeof now !== 'number' || before === now) return 'the price never moved';
  const by = Math.abs(now - before);
  return `the price went ${now < before ? 'down' : 'up'} by ${dollars(by)}, ${Math.round((1000 * by) / before) / 10}%`;
}

/** How near a value on its field's scale (`columnNumber`) comes to what a line asks; UNMEASURED where that is no span. */
export function nearnessOfValue(line: FieldLine, value: number, context: EvaluationContext): number {
  return isMeasured((fieldOf(line.field) as Field).type) ? (gapOf(line, value, context)?.nearness ?? UNMEASURED) : UNMEASURED;
}

/** Days that count as far as a limit itself. */
const FAR_DAYS = 30;
const SECONDS_A_DAY = 86_400;

/** Farther than a tenth over a limit, three days, or a tenth of a mile outside a bound, is not nearly. */
export const NEARLY = 0.1;

/** How far from a limit a value of nearness NEARLY lies, on the field's scale. */
export function slackOf(limit: number, field: Field): number {
  if (isDay(field.type)) return NEARLY * FAR_DAYS * (field.type === 'date' ? 1 : SECONDS_A_DAY);
  const scale = field.precision ?? 1;
  return NEARLY * Math.max(scale, Math.abs(limit));
}

/** By how much a value lies outside a line's span: in the field's own unit, or in whole days. */
function gapOf(
  line: FieldLine,
  value: number,
  context: EvaluationContext,
): { by: number; over: boolean; nearness: number } | null {
  if ('not' in line.is || 'blank' in line.is) return null;
  const field = fieldOf(line.field) as Field;
  return gapToSpan(spanOf(line.is, field, context), value, field);
}

/** How near a value comes to a span of its field's scale, as `nearnessOfValue` has it for a line that asks for that span. */
export function nearnessToSpan(span: Span<number>, value: number, field: Field): number {
  return gapToSpan(span, value, field).nearness;
}

function gapToSpan({ from, to }: Span<number>, value: number, field: Field): { by: number; over: boolean; nearness: number } {
  const over = value > to;
  const limit = over ? to : from;
  if (isDay(field.type)) {
    const days = Math.abs(value - limit) / (field.type === 'date' ? 1 : SECONDS_A_DAY);
    return { by: Math.max(1, Math.round(days)), over, nearness: days / FAR_DAYS };
  }
  const scale = field.precision ?? 1;
  const by = Math.round((Math.abs(value - limit) / scale) * 10000) / 10000;
  return { by, over, nearness: by / Math.max(1, Math.abs(limit / scale)) };
}

function unitOf(field: Field): string {
  if (isDay(field.type)) return 'days';
  return field.type === 'money' ? 'USD' : (field.unit ?? labelWithin(field));
}

function sayMiss(by: number, over: boolean, field: Field): string {
  if (field.type === 'money') return `${dollars(by)} ${over ? 'over' : 'under'}`;
  if (isDay(field.type)) return `${plainNumber(by)} ${by === 1 ? 'day' : 'days'} too ${over ? 'late' : 'early'}`;
  if (isYear(field)) return `${by} ${by === 1 ? 'year' : 'years'} too ${over ? 'new' : 'old'}`;
  if (field.unit === 'min') return `${plainNumber(Math.ceil(by))} min too ${over ? 'far' : 'near'}`;
  const things: Readonly<Record<string, string>> = {
    Baths: 'bath',
    BathroomsFull: 'full bath',
    BedroomsTotal: 'bedroom',
    GarageSpaces: 'space',
    StoriesTotal: 'story',
  };
  const thing = things[field.name];
  const ending = over ? 'too many' : 'short';
  if (thing) {
    if (by === 0.5) return over ? `half a ${thing} too many` : `half a ${thing} short`;
    return `${plainNumber(by)} ${thing}${by > 1 ? 's' : ''} ${ending}`;
  }
  return `${amount(by, field)}${field.unit ? ` ${field.unit}` : ''} ${over ? 'over' : 'short'}`;
}

function missOfBounds(search: Search, record: ListingRecord, missed: 'keepIn' | 'keepOut', context: EvaluationContext): Miss {
  const position = positionOf(record);
  if (!position) return { id: missed, by: null, unit: 'mi', text: 'place not known', nearness: UNMEASURED };
  const { by, unit, nearness } = gapToBounds(search, position, missed, context);
  if (unit === 'min') {
    const text = missed === 'keepIn' ? `${plainNumber(by)} min too far` : `${plainNumber(by)} min too near`;
    return { id: missed, by, unit, text, nearness };
  }
  if (!Number.isFinite(by)) return { id: missed, by: null, unit, text: 'no way leads there', nearness: UNMEASURED };
  const miles = by / METRES_PER_MILE;
  const where = missed === 'keepIn' ? 'outside' : 'inside what you keep out';
  const said =
    miles < 0.1
      ? `${Math.max(1, Math.round(by * 3.28084)).toLocaleString('en-US')} feet`
      : `${miles.toFixed(1)} mile${miles.toFixed(1) === '1.0' ? '' : 's'}`;
  return { id: missed, by: Math.round(by), unit: 'm', text: `${said} ${where}`, nearness };
}

/** How near a place comes to lying where a search wants it: in miles, or where minutes decide, as a share of theirs. */
export function nearnessOfBounds(
  search: Search,
  position: LonLat,
  missed: 'keepIn' | 'keepOut',
  context: EvaluationContext,
): number {
  return gapToBounds(search, position, missed, context).nearness;
}

interface Gap {
  /** Metres, or minutes. */
  readonly by: number;
  readonly unit: 'm' | 'min';
  readonly nearness: number;
}

/** The least way to a keep-in, or out of the keep-outs that a place lies in. */
function gapToBounds(search: Search, position: LonLat, missed: 'keepIn' | 'keepOut', context: EvaluationContext): Gap {
  return search.bounds
    .filter(({ mode }) => mode === (missed === 'keepIn' ? 'in' : 'out'))
    .filter(({ shape }) => missed === 'keepIn' || contains(shape, position, context))
    .map(({ shape }) => gapToEdge(shape, position, context))
    .reduce((least, gap) => (gap.nearness < least.nearness ? gap : least), { by: Infinity, unit: 'm', nearness: UNMEASURED });
}

function gapToEdge(shape: Shape, position: LonLat, context: EvaluationContext): Gap {
  if (shape.type !== 'TravelTime') {
    const by = metresToEdge(shape, position);
    return { by, unit: 'm', nearness: by / METRES_PER_MILE };
  }
  const seconds = context.roads?.secondsAt(shape, position) ?? Infinity;
  const by = Math.abs(seconds - 60 * shape.minutes) / 60;
  return { by: Math.ceil(by), unit: Number.isFinite(by) ? 'min' : 'm', nearness: Math.min(UNMEASURED, by / shape.minutes) };
}

function metresToEdge(shape: DrawnShape, [x, y]: LonLat): number {
  if (shape.type === 'Circle') return Math.abs(distance(shape.center, [x, y]) - shape.radiusMeters);
  const rings = shape.type === 'Polygon' ? shape.coordinates : shape.coordinates.flat();
  return Math.min(...rings.map((ring) => metresToRing(x, y, ring)));
}
