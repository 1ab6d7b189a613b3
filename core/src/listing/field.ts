import type { PropertyType } from './kinds.js';
import type { FieldValue, ListingRecord } from './record.js';

export type FieldType = 'number' | 'money' | 'date' | 'timestamp' | 'choice' | 'choices' | 'yesNo' | 'text';

export const FIELD_GROUPS = ['Home', 'Outside', 'Money', 'Status', 'Place', 'People', 'Remarks'] as const;
export type FieldGroup = (typeof FIELD_GROUPS)[number];

/** Who reads a listing, from the fewest fields to the most. */
export const AUDIENCES = ['public', 'client', 'message', 'agent'] as const;
export type Audience = (typeof AUDIENCES)[number];

/** One field of the catalogue: a field of the RESO Data Dictionary by its name, or one computed from several. */
export interface Field {
  readonly name: string;
  readonly label: string;
  readonly group: FieldGroup;
  readonly type: FieldType;
  /** The first audience that may see it in a listing; absent for what no listing holds, but is computed. */
  readonly audience?: Audience;
  /** Steps a unit is divided into: 4 for baths by quarters, 10,000 for acres; 1 for whole numbers. */
  readonly precision?: number;
  readonly unit?: string;
  /** RESO look-ups, from memory, the common ones; absent where they are the feed's own, as towns are. */
  readonly choices?: readonly string[];
  /** Other words that people have for it. */
  readonly synonyms?: readonly string[];
  /** Property types that have the field at all; absent means every one. */
  readonly kinds?: readonly PropertyType[];
  /** A derived field's own computation; absent means the record's field of the same name. */
  readonly derive?: (record: ListingRecord) => FieldValue;
  /** Worked out for each line by itself: listings neither fill it in nor leave it blank, and by itself it orders nothing. */
  readonly ofLine?: true;
  /** A few words that stand beside its line. */
  readonly hint?: string;
  /** What it means, in a sentence or two. */
  readonly help: string;
  /** Whether a listing must fill it in. */
  readonly required?: boolean;
}

/** A field's label as it stands within a sentence: "list price", "HOA fee", "listing ID". */
export function labelWithin({ label }: Pick<Field, 'label'>): string {
  return label.replace(/\p{L}+/gu, (word) => (word.length > 1 && word === word.toUpperCase() ? word : word.toLowerCase()));
}

/** Numbers that are years: they stand without separators. */
const YEARS: ReadonlySet<string> = new Set(['YearBuilt', 'YearBuiltEffective', 'TaxYear']);

export function isYear({ name }: Pick<Field, 'name'>): boolean {
  return YEARS.has(name);
}

/** Whether a type's values are days or moments. */
export function isDay(type: FieldType): boolean {
  return type === 'date' || type === 'timestamp';
}

/** Whether a type's values lie on one scale, and can be more or less than a limit. */
export function isMeasured(type: FieldType): boolean {
  return type === 'number' || type === 'money' || isDay(type);
}
