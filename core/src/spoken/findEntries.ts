import { findFields, isCalled } from '../listing/findFields.js';
import type { Field } from '../listing/field.js';
import { appliesTo, fieldOf, FIELDS } from '../listing/fields.js';
import type { PropertyType } from '../listing/kinds.js';
import { isEither } from '../search/document.js';
import type { Is, Search } from '../search/document.js';
import { wordsOf } from '../text/words.js';
import type { Gazetteer } from './matcher.js';
import { readSpoken } from './readSpoken.js';

/** A field of the catalogue, or a field with what is asked of it: a line whole. */
export interface CatalogueEntry {
  readonly field: Field;
  readonly is: Is | null;
}

/** Fewer letters begin too many values. */
const FEWEST_LETTERS = 3;
const MOST_VALUES = 8;
/** Always the same one, so that its patterns are compiled once. */
const NO_NAMES: Gazetteer = { choices: {}, places: [] };

/**
 * What answers a person's words in the catalogue, best first: the line that they say outright ("granny flat",
 * "bank-owned", "55+"), values that are called so, fields as `findFields` has them, values that begin so.
 *
 * @param choices  by field, the values that the feed's listings hold: cities, schools
 */
export function findEntries(typed: string, kinds: readonly PropertyType[], choices: Gazetteer['choices'] = {}): CatalogueEntry[] {
  const fields = findFields(typed, kinds).map((field): CatalogueEntry => ({ field, is: null }));
  const said = saidOutright(typed, kinds);
  const { called, begun } = valuesFor(typed, kinds, choices);
  const whole = said && !isCalled(said.field, typed) ? [said, ...called.filter((value) => !isSame(value, said))] : called;
  // whoever types a field's own name means the field
  const named = fields.filter(({ field }) => isCalled(field, typed));
  // a yes is what choosing such a field asks for anyway
  const isSaid = (field: Field): boolean => field.type === 'yesNo' && field === said?.field;
  const others = fields.filter((entry) => !named.includes(entry) && !isSaid(entry.field));
  return [...named, ...whole, ...others, ...begun.slice(0, MOST_VALUES)];
}

/** The one line that the words say, and nothing else, of a field with values to choose from. */
function saidOutright(typed: string, kinds: readonly PropertyType[]): CatalogueEntry | null {
  const nothing: Search = { version: 1, kinds, lines: [], bounds: [], order: [] };
  const { search, unread } = readSpoken(typed, nothing, NO_NAMES, { now: 0, zone: 'UTC' });
  const [line] = search.lines;
  if (!line || isEither(line) || line.weight || search.lines.length > 1 || unread.length > 0) return null;
  if (search.bounds.length > 0 || search.order.length > 0 || search.kinds !== kinds) return null;
  const field = fieldOf(line.field) as Field;
  return field.type === 'choice' || field.type === 'choices' || 'yes' in line.is ? { field, is: line.is } : null;
}

/** The values that the words name whole, and those that they begin, of fields that any of the kinds has. */
function valuesFor(
  typed: string,
  kinds: readonly PropertyType[],
  choices: Gazetteer['choices'],
): Record<'called' | 'begun', CatalogueEntry[]> {
  const sought = wordsOf(typed).join(' ');
  const found: Record<'called' | 'begun', CatalogueEntry[]> = { called: [], begun: [] };
  if (sought.length < FEWEST_LETTERS) return found;
  for (const field of FIELDS) {
    if (!appliesTo(field, kinds)) continue;
    for (const value of new Set([...(field.choices ?? []), ...(choices[field.name] ?? [])])) {
      const plain = wordsOf(value).join(' ');
      const entry = { field, is: { anyOf: [value] } };
      if (plain === sought) found.called.push(entry);
      else if (plain.startsWith(sought) || plain.includes(` ${sought}`)) found.begun.push(entry);
    }
  }
  return found;
}

function isSame(a: CatalogueEntry, b: CatalogueEntry): boolean {
  return a.field === b.field && JSON.stringify(a.is) === JSON.stringify(b.is);
}
