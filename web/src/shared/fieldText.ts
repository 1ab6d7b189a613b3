import { amount } from '@perambula/core';
import type { Field, FieldValue } from '@perambula/core';
import { dateOf, isoDate } from './format.js';

/** A field's value in words, without its unit; null where it is blank. */
export function fieldText(field: Field, value: FieldValue): string | null {
  if (value === null || value === undefined || value === '') return null;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return amount(value, field);
  if (typeof value !== 'string') return value.length > 0 ? value.join(', ') : null;
  if (field.type === 'date') return isoDate(value);
  return field.type === 'timestamp' ? dateOf(value) : value;
}
