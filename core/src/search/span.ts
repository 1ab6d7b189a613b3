import type { Field } from '../listing/field.js';
import type { FieldValue } from '../listing/record.js';
import { dayNumber, daysOf, instantOf, instantsOf } from '../time/period.js';
import type { Span, TimeContext } from '../time/period.js';
import type { Is, Scalar } from './document.js';

/** The ends of a span that is open below or above. */
export const LEAST = -Number.MAX_VALUE;
export const MOST = Number.MAX_VALUE;

/** A number scaled to a field's precision; whole when it is a multiple of the precision's step. */
export function scaled(value: number, precision = 1): number {
  const exact = value * precision;
  const whole = Math.round(exact);
  return Math.abs(exact - whole) < 1e-6 ? whole : exact;
}

/** A moment as a column holds it: seconds since 1970-01-01T00:00Z. */
function seconds(milliseconds: number): number {
  return milliseconds / 1000;
}

/** A field's value on its one scale: numbers by the field's precision, dates as day numbers, timestamps in seconds. */
export function columnNumber(value: Exclude<FieldValue, null | undefined>, field: Field): number {
  if (field.type === 'date') return dayNumber(String(value));
  if (field.type === 'timestamp') return seconds(Date.parse(String(value)));
  return scaled(Number(value), field.precision);
}

/** The closed span on that scale that a test names; `not` names what it leaves out, and other tests name nothing. */
export function spanOf(is: Is, field: Field, time: TimeContext): Span<number> {
  const low = (end: Scalar): number => endOf(end, 'first', field, time);
  const high = (end: Scalar): number => endOf(end, 'last', field, time);
  if ('atLeast' in is) return { from: low(is.atLeast), to: MOST };
  if ('atMost' in is) return { from: LEAST, to: high(is.atMost) };
  if ('between' in is) return { from: low(is.between[0]), to: high(is.between[1]) };
  if ('equals' in is) return { from: low(is.equals), to: high(is.equals) };
  if ('not' in is) return { from: low(is.not), to: high(is.not) };
  if ('last' in is) return periodSpan('last', is.last, field, time);
  if ('next' in is) return periodSpan('next', is.next, field, time);
  return { from: MOST, to: LEAST };
}

function periodSpan(direction: 'last' | 'next', period: string, field: Field, time: TimeContext): Span<number> {
  if (field.type === 'date') return daysOf(direction, period, time);
  const { from, to } = instantsOf(direction, period, time);
  return { from: seconds(from), to: seconds(to) };
}

function endOf(end: Scalar, which: 'first' | 'last', field: Field, { zone }: TimeContext): number {
  return field.type === 'timestamp' ? seconds(instantOf(String(end), which, zone)) : columnNumber(end, field);
}
