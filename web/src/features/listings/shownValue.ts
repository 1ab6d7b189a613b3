import { dollars, plainNumber } from '@perambula/core';

/** A field's value in a few words; a blank is said to be one. */
export function shownValue(value: unknown, money: boolean): string {
  if (value == null || (Array.isArray(value) && value.length === 0)) return 'left blank';
  if (typeof value === 'number') return money ? dollars(value) : plainNumber(value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return Array.isArray(value) ? value.join(', ') : String(value);
}
