import { spaced } from '@perambula/core';
import type { Raw } from './place.js';
import type { Description } from './csdl.js';
import { BROUGHT_FIELDS } from './readRecord.js';

/** How a feed writes what the Data Dictionary calls otherwise. */
export interface Dialect {
  /** By the feed's name of a field, the Data Dictionary's. */
  readonly fields: ReadonlyMap<string, string>;
  /** By the Data Dictionary's field: the standard value for each of the feed's own. */
  readonly values: ReadonlyMap<string, ReadonlyMap<string, string>>;
  /** The resources that the feed's description names; null where it has none that names its listings. */
  readonly resources: ReadonlySet<string> | null;
}

/** The Data Dictionary's own. */
export const STANDARD: Dialect = { fields: new Map(), values: new Map(), resources: null };

/** A row of the Lookup resource: a look-up's own value, its standard one, and its name as an enumeration's member. */
export interface LookupRow {
  readonly LookupName?: unknown;
  readonly LookupValue?: unknown;
  readonly StandardLookupValue?: unknown;
  readonly LegacyODataValue?: unknown;
}

/**
 * How a feed writes its listings, from its `$metadata`, its Lookup resource, and what somebody said of its fields' names,
 * which goes before what the feed says.
 *
 * @param named  by the feed's field, the Data Dictionary's
 */
export function dialectOf(
  described: Description | null,
  lookups: readonly LookupRow[],
  named: Readonly<Record<string, string>>,
): Dialect {
  const properties = described?.fields.get('Property') ?? [];
  const theirs = new Set(properties.map(({ name }) => name));
  const fields = new Map<string, string>();
  for (const { name, standardName } of properties)
    // a field that bears the standard name itself keeps it
    if (standardName && standardName !== name && BROUGHT_FIELDS.has(standardName) && !theirs.has(standardName))
      fields.set(name, standardName);
  for (const [name, field] of Object.entries(named)) fields.set(name, field);
  const values = new Map<string, Map<string, string>>();
  const means = (field: string, value: unknown, standard: unknown): void => {
    if (typeof value !== 'string' || typeof standard !== 'string' || value === standard || standard === '') return;
    const known = values.get(field) ?? new Map<string, string>();
    values.set(field, known.set(value, standard));
  };
  const ofLookup = new Map<string, Set<string>>();
  for (const { name, enumeration, lookupName } of properties) {
    const field = fields.get(name) ?? name;
    const members = described?.enumerations.get(enumeration ?? '') ?? [];
    for (const [member, standard] of members) means(field, member, standard ?? spaced(member));
    for (const lookup of [lookupName, name, field, enumeration?.split('.').at(-1)])
      if (lookup) ofLookup.set(lookup, (ofLookup.get(lookup) ?? new Set()).add(field));
  }
  for (const { LookupName, LookupValue, StandardLookupValue, LegacyODataValue } of lookups) {
    const name = String(LookupName);
    const standard = typeof StandardLookupValue === 'string' && StandardLookupValue !== '' ? StandardLookupValue : LookupValue;
    for (const field of ofLookup.get(name) ?? [name]) {
      means(field, LookupValue, standard);
      means(field, LegacyODataValue, standard);
    }
  }
  const resources = described?.fields.has('Property') ? new Set(described.fields.keys()) : null;
  return { fields, values, resources };
}

/** Puts a record of a feed into the Data Dictionary's names and values, in the record itself. */
export function translate(raw: Raw, { fields, values }: Dialect): Raw {
  for (const [theirs, ours] of fields) {
    if (theirs === ours || raw[theirs] === undefined) continue;
    raw[ours] ??= raw[theirs];
    raw[theirs] = undefined;
  }
  for (const [field, standards] of values) {
    const value = raw[field];
    if (typeof value === 'string') raw[field] = standards.get(value) ?? listIn(value, standards);
    else if (Array.isArray(value)) raw[field] = value.map((each: unknown) => standards.get(each as string) ?? each);
  }
  return raw;
}

/** What the feed calls a field. */
export function theirName(field: string, { fields }: Dialect): string {
  return [...fields].find(([, ours]) => ours === field)?.[0] ?? field;
}

/** How the feed writes a value of a field. */
export function theirValue(field: string, value: string, { values }: Dialect): string {
  return [...(values.get(field) ?? [])].find(([, standard]) => standard === value)?.[0] ?? value;
}

/** Several members of an enumeration come with commas between. */
function listIn(text: string, standards: ReadonlyMap<string, string>): string | string[] {
  if (!text.includes(',')) return text;
  const parts = text.split(',').map((part) => part.trim());
  return parts.some((part) => standards.has(part)) ? parts.map((part) => standards.get(part) ?? part) : text;
}
