import { fieldOf, isEither, parseValue } from '@perambula/core';
import type { CatalogueEntry, Field, FieldLine, Is, Line, MoveWay, NewLine, Parsed, PriceMove, Search } from '@perambula/core';

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

/** What has been typed of the value that is still being typed; nothing where the last one stands whole. */
export function valueBegun(typed: string, values: readonly string[]): string {
  const last = typed.split(/[,;]|\b(?:or|and|nor|not|(?:any|all|none) of)\b/i).at(-1) as string;
  const begun = last.trim().toLowerCase();
  return values.some((value) => value.toLowerCase() === begun) ? '' : begun;
}

export type MoveUnit = 'percent' | 'dollars';

/** A price's move as it was chosen; undefined for any move at all. */
export function moveOf(way: MoveWay, amount: number | null, unit: MoveUnit): PriceMove | undefined {
  if (amount !== null && amount > 0) return { way, [unit]: amount };
  return way === 'either' ? undefined : { way };
}

/** A new line of what was chosen in the catalogue, by an id that nothing else of a search has; a yes or no is asked for as a yes. */
export function newLine({ field, is }: CatalogueEntry): FieldLine | NewLine {
  const line = { id: `n${Date.now().toString(36)}`, field: field.name };
  const asked = is ?? (field.type === 'yesNo' ? { yes: true } : null);
  return asked ? { ...line, is: asked } : line;
}

/** A line that has what was chosen among its choices, too; null where they do not go together. */
export function withChoice(line: FieldLine, { is }: CatalogueEntry): FieldLine | null {
  if (!is || !('anyOf' in is) || !('anyOf' in line.is)) return null;
  return { ...line, is: { anyOf: [...new Set([...line.is.anyOf, ...is.anyOf])] } };
}

/** A line on when the price moved, in another way or in any. */
export function withMove({ moved: _moved, ...line }: FieldLine, moved: PriceMove | undefined): FieldLine {
  return moved ? { ...line, moved } : line;
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
