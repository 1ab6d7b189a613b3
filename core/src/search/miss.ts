import { distance, METRES_PER_MILE } from '../geo/distance.js';
import type { LonLat } from '../geo/distance.js';
import { metresToRing } from '../geo/inside.js';
import { appliesTo, fieldOf } from '../listing/fields.js';
import { isDay, isMeasured } from '../listing/field.js';
import type { Field } from '../listing/field.js';
import { positionOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import { isEither, linesOfMember } from './document.js';
import type { EitherLine, FieldLine, Search, Shape } from './document.js';
import { contains, valueFor } from './evaluate.js';
import { amount, dollars, plainNumber } from './numbers.js';
import { phraseOf } from './phrase.js';
import { columnNumber, spanOf } from './span.js';
import type { TimeContext } from '../time/period.js';

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
export function missOf(search: Search, record: ListingRecord, missed: string, time: TimeContext): Miss {
  if (missed === 'keepIn' || missed === 'keepOut') return missOfBounds(search, record, missed);
  const line = search.lines.find(({ id }) => id === missed);
  if (!line) return { id: missed, by: null, unit: '', text: 'not as wanted', nearness: UNMEASURED };
  if (isEither(line)) return { id: missed, by: null, unit: '', text: sayNeither(line), nearness: UNMEASURED };
  return missOfLine(line, record, time);
}

function sayNeither({ either }: EitherLine): string {
  const named = either.map((member) =>
    linesOfMember(member)
      .map(({ field }) => (fieldOf(field) as Field).label.toLowerCase())
      .join(' with '),
  );
  return named.length === 1 ? `not ${named[0]} as wanted` : `neither ${named.join(' nor ')} as wanted`;
}

function missOfLine(line: FieldLine, record: ListingRecord, time: TimeContext): Miss {
  const field = fieldOf(line.field) as Field;
  if (!appliesTo(field, record['PropertyType']))
    return { id: line.id, by: null, unit: '', text: `this kind has no ${field.label.toLowerCase()}`, nearness: UNMEASURED };
  const value = valueFor(line, record);
  const gap = value == null || !isMeasured(field.type) ? null : gapOf(line, columnNumber(value, field), time);
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

/** How near a value on its field's scale (`columnNumber`) comes to what a line asks; UNMEASURED where that is no span. */
export function nearnessOfValue(line: FieldLine, value: number, time: TimeContext): number {
  return isMeasured((fieldOf(line.field) as Field).type) ? (gapOf(line, value, time)?.nearness ?? UNMEASURED) : UNMEASURED;
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
function gapOf(line: FieldLine, value: number, time: TimeContext): { by: number; over: boolean; nearness: number } | null {
  const field = fieldOf(line.field) as Field;
  if ('not' in line.is || 'blank' in line.is) return null;
  const { from, to } = spanOf(line.is, field, time);
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
  return field.type === 'money' ? 'USD' : (field.unit ?? field.label.toLowerCase());
}

function sayMiss(by: number, over: boolean, field: Field): string {
  if (field.type === 'money') return `${dollars(by)} ${over ? 'over' : 'under'}`;
  if (isDay(field.type)) return `${plainNumber(by)} ${by === 1 ? 'day' : 'days'} too ${over ? 'late' : 'early'}`;
  if (field.name === 'YearBuilt') return `${by} ${by === 1 ? 'year' : 'years'} too ${over ? 'new' : 'old'}`;
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

function missOfBounds(search: Search, record: ListingRecord, missed: 'keepIn' | 'keepOut'): Miss {
  const position = positionOf(record);
  if (!position) return { id: missed, by: null, unit: 'mi', text: 'place not known', nearness: UNMEASURED };
  const by = metresToBounds(search, position, missed);
  const miles = by / METRES_PER_MILE;
  const where = missed === 'keepIn' ? 'outside' : 'inside what you keep out';
  const said =
    miles < 0.1
      ? `${Math.max(1, Math.round(by * 3.28084)).toLocaleString('en-US')} feet`
      : `${miles.toFixed(1)} mile${miles.toFixed(1) === '1.0' ? '' : 's'}`;
  return { id: missed, by: Math.round(by), unit: 'm', text: `${said} ${where}`, nearness: miles };
}

/** How near a place comes to lying where a search wants it, in miles. */
export function nearnessOfBounds(search: Search, position: LonLat, missed: 'keepIn' | 'keepOut'): number {
  return metresToBounds(search, position, missed) / METRES_PER_MILE;
}

/** Metres to the nearest keep-in, or out of the keep-outs that a place lies in. */
function metresToBounds(search: Search, position: LonLat, missed: 'keepIn' | 'keepOut'): number {
  const metres = search.bounds
    .filter(({ mode }) => mode === (missed === 'keepIn' ? 'in' : 'out'))
    .filter(({ shape }) => missed === 'keepIn' || contains(shape, ...position))
    .map(({ shape }) => metresToEdge(shape, position));
  return metres.length > 0 ? Math.min(...metres) : 0;
}

function metresToEdge(shape: Shape, [x, y]: readonly [number, number]): number {
  if (shape.type === 'Circle') return Math.abs(distance(shape.center, [x, y]) - shape.radiusMeters);
  const rings = shape.type === 'Polygon' ? shape.coordinates : shape.coordinates.flat();
  return Math.min(...rings.map((ring) => metresToRing(x, y, ring)));
}
