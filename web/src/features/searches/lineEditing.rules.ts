import { fieldOf, isEither, parseValue } from '@perambula/core';
import type { Field, Is, Line, Parsed, Search } from '@perambula/core';

/** A search with one line put in place of that of its id, or added at the end. */
export function withLine(search: Search, line: Line): Search {
  const there = search.lines.some(({ id }) => id === line.id);
  return { ...search, lines: there ? search.lines.map((each) => (each.id === line.id ? line : each)) : [...search.lines, line] };
}

export function withoutLine(search: Search, id: string): Search {
  return {
    ...search,
    lines: search.lines.filter((line) => line.id !== id),
    bounds: search.bounds.filter((bound) => bound.id !== id),
  };
}

/** The values of a choice line, whichever way they are meant. */
export function chosenValues(is: Is | undefined): readonly string[] {
  if (!is) return [];
  if ('anyOf' in is) return is.anyOf;
  if ('noneOf' in is) return is.noneOf;
  if ('allOf' in is) return is.allOf;
  return 'oneOf' in is ? is.oneOf.map(({ status }) => status) : [];
}

export type ChoiceMode = 'anyOf' | 'allOf' | 'noneOf';

export function choiceMode(is: Is | undefined): ChoiceMode {
  if (is && 'noneOf' in is) return 'noneOf';
  return is && 'allOf' in is ? 'allOf' : 'anyOf';
}

export function choiceIs(mode: ChoiceMode, values: readonly string[]): Is | null {
  return values.length === 0 ? null : ({ [mode]: values } as unknown as Is);
}

/** What was typed for a text field: a street by any spelling, anything else by a part of it. */
export function textIs(field: Field, typed: string): Is | null {
  const text = typed.trim();
  if (text === '') return null;
  return field.name === 'StreetName' ? { sameStreet: text } : { contains: text };
}

/** The text that a text line was typed as. */
export function textOf(is: Is | undefined): string {
  if (!is) return '';
  if ('sameStreet' in is) return is.sameStreet;
  return 'contains' in is ? is.contains : '';
}

/** A value as it was typed, with thousands not read into it. */
export function asTyped(text: string, field: Field): Parsed {
  return parseValue(text, field, ['Residential Lease']);
}

/** What would be nice, by the lines' ids: each in a word or two. */
export function wishesOf({ lines }: Search): ReadonlyMap<string, string> {
  return new Map(lines.filter(({ weight }) => weight === 'nice').map((line) => [line.id, line.name ?? wishOf(line)]));
}

function wishOf(line: Line): string {
  if (isEither(line)) return 'one of either';
  const { label } = fieldOf(line.field) as Field;
  if ('anyOf' in line.is) return line.is.anyOf.join(' or ');
  return 'words' in line.is ? (line.is.words.anyOf ?? [label]).join(' or ') : label;
}
