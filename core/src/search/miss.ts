import { distance, METRES_PER_MILE } from '../geo/distance.js';
import type { LonLat } from '../geo/distance.js';
import { metresToRing } from '../geo/inside.js';
import { fieldOf, valueOf } from '../listing/fields.js';
import type { Field } from '../listing/fields.js';
import { positionOf } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import { isEither } from './document.js';
import type { FieldLine, Search, Shape } from './document.js';
import { contains } from './evaluate.js';
import { amount, dollars, plainNumber } from './numbers.js';
import { phraseOf } from './phrase.js';

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
export function missOf(search: Search, record: ListingRecord, missed: string): Miss {
  if (missed === 'keepIn' || missed === 'keepOut') return missOfBounds(search, record, missed);
  const line = search.lines.find(({ id }) => id === missed);
  if (!line || isEither(line)) return { id: missed, by: null, unit: '', text: 'none of either', nearness: UNMEASURED };
  return missOfLine(line, record);
}

function missOfLine(line: FieldLine, record: ListingRecord): Miss {
  const field = fieldOf(line.field) as Field;
  const value = valueOf(field, record);
  const limits = limitsOf(line);
  if (typeof value !== 'number' || !limits) {
    const now = Array.isArray(value) ? value.join(', ') : String(value ?? 'blank');
    return {
      id: line.id,
      by: null,
      unit: '',
      text: `${field.label}: ${now}, not ${phraseOf(line).replace(/^not /, 'wanted')}`,
      nearness: UNMEASURED,
    };
  }
  const { by, over } = gap(value, limits);
  return { id: line.id, by, unit: unitOf(field), text: sayMiss(by, over, field), nearness: nearnessOfValue(line, value) };
}

/** How near a value comes to a line's limit, as a share of that limit. */
export function nearnessOfValue(line: FieldLine, value: number): number {
  const limits = limitsOf(line);
  if (!limits) return UNMEASURED;
  const { by, over } = gap(value, limits);
  return by / Math.max(1, Math.abs(over ? limits[1] : limits[0]));
}

function gap(value: number, [low, high]: readonly [number, number]): { by: number; over: boolean } {
  const over = value > high;
  return { by: Math.round(Math.abs(value - (over ? high : low)) * 10000) / 10000, over };
}

function limitsOf({ is }: FieldLine): readonly [number, number] | null {
  if ('atLeast' in is && typeof is.atLeast === 'number') return [is.atLeast, Infinity];
  if ('atMost' in is && typeof is.atMost === 'number') return [-Infinity, is.atMost];
  if ('between' in is && typeof is.between[0] === 'number') return is.between as readonly [number, number];
  if ('equals' in is && typeof is.equals === 'number') return [is.equals, is.equals];
  return null;
}

function unitOf(field: Field): string {
  return field.type === 'money' ? 'USD' : (field.unit ?? field.label.toLowerCase());
}

function sayMiss(by: number, over: boolean, field: Field): string {
  if (field.type === 'money') return `${dollars(by)} ${over ? 'over' : 'under'}`;
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
