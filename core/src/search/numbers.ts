import { isYear } from '../listing/field.js';
import type { Field } from '../listing/field.js';

const FRACTIONS: Readonly<Record<string, string>> = { '0.25': '¼', '0.5': '½', '0.75': '¾' };

const IN_FULL = new Intl.NumberFormat('en-US', { maximumFractionDigits: 2 });
const WHOLE = new Intl.NumberFormat('en-US', { maximumFractionDigits: 0 });

/** A number as people write it: 2,140; 1½; 0.21. */
export function plainNumber(value: number): string {
  const fraction = FRACTIONS[String(Math.abs(value) % 1)];
  if (fraction) return `${value < 0 ? '−' : ''}${Math.trunc(Math.abs(value)) || ''}${fraction}`;
  return IN_FULL.format(value);
}

/** Dollars without cents, with separators. */
export function dollars(value: number): string {
  return `$${WHOLE.format(Math.round(value))}`;
}

/** A field's amount with its sign, as in $450,000; years stand without separators. */
export function amount(value: number, field: Field): string {
  if (field.type === 'money') return dollars(value);
  return isYear(field) ? String(value) : plainNumber(value);
}
