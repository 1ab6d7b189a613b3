import { FIELDS } from './fields.js';
import { PROPERTY_TYPES } from './kinds.js';
import type { FieldValue } from './record.js';
import { STATUSES } from './status.js';

const LOOKUPS: readonly (readonly [field: string, values: readonly string[]])[] = [
  ['StandardStatus', STATUSES],
  ['PropertyType', PROPERTY_TYPES],
  ...FIELDS.map(({ name, choices = [] }) => [name, choices] as const),
  ['PropertySubTypeAdditional', FIELDS.find(({ name }) => name === 'PropertySubType')?.choices ?? []],
];

/** By field, the standard values of its look-up, each under itself and under its letters and digits alone. */
const STANDARD: ReadonlyMap<string, ReadonlyMap<string, string>> = new Map(
  LOOKUPS.filter(([, values]) => values.length > 0).map(([field, values]) => [
    field,
    new Map(values.flatMap((value) => [value, squeezed(value)].map((spelling) => [spelling, value] as const))),
  ]),
);

/** The fields that have a standard look-up. */
export const LOOKUP_FIELDS: readonly string[] = [...STANDARD.keys()];

/**
 * What a field of look-ups holds as the RESO Data Dictionary spells it, where it was written without spaces, as OData's
 * enumerations are, or with other signs or capitals: "ActiveUnderContract" is "Active Under Contract". What is none of
 * the standard values stays as it is.
 */
export function standardSpelling(field: string, value: FieldValue): FieldValue {
  const standard = STANDARD.get(field);
  if (!standard) return value;
  const one = (text: string): string => standard.get(text) ?? standard.get(squeezed(text)) ?? text;
  if (typeof value === 'string') return one(value);
  return Array.isArray(value)
    ? (value.map((each: unknown) => (typeof each === 'string' ? one(each) : each)) as FieldValue)
    : value;
}

/** Whether a value is one of the standard ones of a field's look-up, however it is spelled. */
export function isStandard(field: string, value: string): boolean {
  return STANDARD.get(field)?.has(squeezed(value)) ?? false;
}

/** A text's letters and digits, in small letters. */
function squeezed(text: string): string {
  return text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
}
