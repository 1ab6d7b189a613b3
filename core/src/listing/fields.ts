import { BUILDING } from './catalogue/building.js';
import { FEATURES } from './catalogue/features.js';
import { GROUND } from './catalogue/ground.js';
import { HOME } from './catalogue/home.js';
import { INCOME } from './catalogue/income.js';
import { MONEY } from './catalogue/money.js';
import { OUTSIDE } from './catalogue/outside.js';
import { PEOPLE } from './catalogue/people.js';
import { PLACE } from './catalogue/place.js';
import { STATUS } from './catalogue/status.js';
import { REMARKS } from './catalogue/remarks.js';
import type { Field } from './field.js';
import type { PropertyType } from './kinds.js';
import type { FieldValue, ListingRecord } from './record.js';

/** The catalogue: every field that a search can ask about. */
export const FIELDS: readonly Field[] = [
  ...HOME,
  ...BUILDING,
  ...FEATURES,
  ...OUTSIDE,
  ...GROUND,
  ...MONEY,
  ...INCOME,
  ...STATUS,
  ...PLACE,
  ...PEOPLE,
  ...REMARKS,
];

const BY_NAME: ReadonlyMap<string, Field> = new Map(FIELDS.map((field) => [field.name, field]));

/** The field of that RESO (or derived) name, or undefined. */
export function fieldOf(name: string): Field | undefined {
  return BY_NAME.get(name);
}

/** A record's value of a field, derived fields included; undefined and null are both blank. */
export function valueOf(field: Field, record: ListingRecord): FieldValue {
  return field.derive ? field.derive(record) : record[field.name];
}

/** Whether a home of some kinds has the field at all: not applicable is not blank. */
export function appliesTo(field: Field, kinds: readonly PropertyType[]): boolean {
  return !field.kinds || kinds.some((kind) => field.kinds?.includes(kind));
}
