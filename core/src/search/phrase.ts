import { DateTime, Duration } from 'luxon';
import { fieldOf } from '../listing/fields.js';
import { isDay } from '../listing/field.js';
import type { Field } from '../listing/field.js';
import { USUAL_COST } from '../listing/monthlyCost.js';
import type { CostAssumptions } from '../listing/monthlyCost.js';
import { sayHow, sayPlace } from '../roads/sayTravel.js';
import type { Travel } from '../roads/travel.js';
import { travelOf } from '../roads/travel.js';
import { STATUS_DATE_FIELD, STATUSES } from '../listing/status.js';
import { isEither } from './document.js';
import type { FieldLine, Is, Line, Scalar, StatusTime, WordsTest } from './document.js';
import { amount } from './numbers.js';
import { sayMove } from './priceMove.js';
import type { PriceMove } from './priceMove.js';
import { timeTest } from './statusTime.js';

/** A line's value as people say it: "3 or more", "$300,000 to $450,000", "not Auction". It reads back to itself. */
export function phraseOf(line: Line): string {
  if (!isEither(line)) return sayFieldLine(line);
  return line.either.map((member) => ('all' in member ? member.all.map(labelled).join(' and ') : labelled(member))).join(', or ');
}

/** What a line is about, by its field's name; a journey by its place too: "Minutes to Ferry Square". */
export function labelOf(line: Pick<FieldLine, 'field' | 'name'> & Partial<Travel>): string {
  const { label } = fieldOf(line.field) as Field;
  const travel = travelOf(line);
  return travel ? `${label} ${sayPlace(travel, line.name)}` : label;
}

function sayFieldLine(line: FieldLine): string {
  const { is, field, assuming, moved } = line;
  const phrase = sayTest(is, fieldOf(field) as Field, moved);
  const travel = travelOf(line);
  if (travel) return `${phrase}, ${sayHow(travel)}`;
  return field === 'MonthlyCost' ? `${phrase}, ${sayAssuming(assuming ?? USUAL_COST)}` : phrase;
}

/** A test, and how the price moved where that is asked too: "last 30 days, down by 5% or more". */
function sayTest(is: Is, field: Field, moved: PriceMove | undefined): string {
  if (!moved) return phraseOfIs(is, field);
  const when = 'blank' in is && !is.blank ? 'at any time' : phraseOfIs(is, field);
  return `${when}, ${sayMove(moved)}`;
}

/** What a cost a month rests on: "with 20% down at 6.5% over 30 years". */
export function sayAssuming({ downPercent, ratePercent, years }: CostAssumptions): string {
  return `with ${downPercent}% down at ${ratePercent}% over ${years} ${years === 1 ? 'year' : 'years'}`;
}

function labelled(line: FieldLine): string {
  return `${labelOf(line)} ${phraseOf(line)}`;
}

export function phraseOfIs(is: Is, field: Field): string {
  const one = 'atLeast' in is ? is.atLeast : 'atMost' in is ? is.atMost : 'equals' in is ? is.equals : 'not' in is ? is.not : 0;
  const unit = field.unit ? ` ${one === 1 ? field.unit.replace(/^(space|day)s$/, '$1') : field.unit}` : '';
  const say = (value: Scalar): string => (typeof value === 'number' ? amount(value, field) : sayText(value, field));
  if ('atLeast' in is) return isDay(field.type) ? `since ${say(is.atLeast)}` : `${say(is.atLeast)}${unit} or more`;
  if ('atMost' in is) return isDay(field.type) ? `until ${say(is.atMost)}` : `up to ${say(is.atMost)}${unit}`;
  if ('between' in is) return `${say(is.between[0])} to ${say(is.between[1])}${unit}`;
  if ('equals' in is && field.type === 'text') return `is “${is.equals}”`;
  if ('equals' in is) return typeof is.equals === 'number' ? `exactly ${say(is.equals)}${unit}` : say(is.equals);
  if ('not' in is && field.type === 'text') return `is not “${is.not}”`;
  if ('not' in is) return `not ${say(is.not)}${typeof is.not === 'number' ? unit : ''}`;
  if ('last' in is) return `last ${sayPeriod(is.last)}`;
  if ('next' in is) return `next ${sayPeriod(is.next)}`;
  if ('anyOf' in is) return isEvery(is.anyOf, field) ? 'ever listed' : is.anyOf.join(', ');
  if ('allOf' in is) return `all of ${is.allOf.join(', ')}`;
  if ('noneOf' in is) return `not ${is.noneOf.join(', ')}`;
  if ('yes' in is) return is.yes ? 'yes' : 'no';
  if ('blank' in is) return is.blank ? 'left blank' : 'filled in';
  if ('oneOf' in is) return is.oneOf.map(sayStatus).join(', ');
  if ('starts' in is) return `starts with “${is.starts}”`;
  if ('contains' in is) return `contains “${is.contains}”`;
  if ('sameStreet' in is) return `is ${is.sameStreet}`;
  return `${sayWords(is.words)}${is.words.stem ? ', in any form' : ''}`;
}

function sayWords({ anyOf, allOf, noneOf, phrase }: WordsTest): string {
  if (phrase) return `says “${phrase}”`;
  if (allOf) return `mentions all of ${allOf.join(', ')}`;
  return noneOf ? `does not mention ${noneOf.join(', ')}` : `mentions ${(anyOf ?? []).join(', ')}`;
}

/** A status and its time: "Closed in the last 30 days", "Expired since Oct 1, 2025". */
function sayStatus(entry: StatusTime): string {
  const asked = timeTest(entry);
  if (asked === null) return entry.status;
  const time = phraseOfIs(asked, fieldOf(STATUS_DATE_FIELD[entry.status]) as Field);
  return `${entry.status} ${'last' in asked ? `in the ${time}` : 'between' in asked ? `from ${time}` : time}`;
}

/** Whether a status line names every status there is. */
function isEvery(values: readonly string[], field: Field): boolean {
  return field.name === 'Status' && STATUSES.every((status) => values.includes(status));
}

function sayText(text: string, field: Field): string {
  if (!isDay(field.type)) return text;
  return DateTime.fromISO(text).toFormat('LLL d, yyyy');
}

/** An ISO 8601 period in words: "30 days". */
export function sayPeriod(period: string): string {
  const { years, months, weeks, days, hours, minutes } = Duration.fromISO(period);
  const parts: [number, string][] = [
    [years, 'year'],
    [months, 'month'],
    [weeks, 'week'],
    [days, 'day'],
    [hours, 'hour'],
    [minutes, 'minute'],
  ];
  return parts
    .filter(([n]) => n > 0)
    .map(([n, unit]) => `${n} ${unit}${n === 1 ? '' : 's'}`)
    .join(' ');
}
