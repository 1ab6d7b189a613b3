import type { RecordAnswer } from '@perambula/contract';
import { dollars, fieldOf, isYear, plainNumber } from '@perambula/core';
import type { Field } from '@perambula/core';
import { fieldText } from '../../shared/fieldText.js';

type Difference = RecordAnswer['differences'][number];

/** "listing says 270 sq ft more", "listing says $183 a year more", "listing says Harbor Elementary" */
export function sayListed({ field, listed, recorded, unit }: Difference): string {
  if (typeof listed !== 'number' || typeof recorded !== 'number') return `listing says ${listed}`;
  const difference = Math.abs(listed - recorded);
  if (isYear({ name: field }))
    return `listing says ${difference} ${difference === 1 ? 'year' : 'years'} ${listed > recorded ? 'later' : 'earlier'}`;
  const by = fieldOf(field)?.type === 'money' ? dollars(difference) : plainNumber(difference);
  return ['listing says', by, unit, listed > recorded ? 'more' : 'less'].filter(Boolean).join(' ');
}

/** What the record says, as the listing’s own facts are said, with the unit. */
export function sayRecorded({ field, recorded, unit }: Difference): string {
  const text = fieldText(fieldOf(field) as Field, recorded) ?? '';
  return typeof recorded === 'number' && unit ? `${text} ${unit}` : text;
}
