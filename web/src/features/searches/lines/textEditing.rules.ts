import type { Field, Is } from '@perambula/core';

export type TextWay = 'sameStreet' | 'contains' | 'starts' | 'equals' | 'not';

export const TEXT_WAYS: Readonly<Record<TextWay, string>> = {
  sameStreet: 'any spelling',
  contains: 'contains',
  starts: 'starts with',
  equals: 'is just',
  not: 'is not',
};

/** How a text can be found: a street also however it is spelled. */
export function textWaysOf({ name }: Field): readonly TextWay[] {
  return name === 'StreetName' ? ['sameStreet', 'contains', 'starts'] : ['contains', 'starts', 'equals', 'not'];
}

/** What a text's test looks for, and how. */
export function textTyped(field: Field, is: Is | undefined): { readonly way: TextWay; readonly typed: string } {
  const [usual] = textWaysOf(field) as [TextWay];
  const [asked] = Object.entries(is ?? {}) as [string, unknown][];
  return asked && asked[0] in TEXT_WAYS ? { way: asked[0] as TextWay, typed: String(asked[1]) } : { way: usual, typed: '' };
}

/** The test that looks for a text; null while there is none. */
export function textIs(way: TextWay, typed: string): Is | null {
  return typed.trim() === '' ? null : ({ [way]: typed.trim() } as unknown as Is);
}

export type WordsMode = 'anyOf' | 'allOf' | 'noneOf' | 'phrase';

export const WORDS_MODES: Readonly<Record<WordsMode, string>> = {
  anyOf: 'any of',
  allOf: 'all of',
  noneOf: 'none of',
  phrase: 'just so',
};

export interface WordsTyped {
  readonly mode: WordsMode;
  /** Words or runs of words apart by commas; for a phrase, the phrase. */
  readonly typed: string;
  readonly stem: boolean;
}

export function wordsTyped(is: Is | undefined): WordsTyped {
  if (!is || !('words' in is)) return { mode: 'anyOf', typed: '', stem: false };
  const { anyOf, allOf, noneOf, phrase, stem = false } = is.words;
  const mode = phrase !== undefined ? 'phrase' : allOf ? 'allOf' : noneOf ? 'noneOf' : 'anyOf';
  return { mode, typed: phrase ?? (anyOf ?? allOf ?? noneOf ?? []).join(', '), stem };
}

/** The test that was typed; null while there is no word. */
export function wordsIs({ mode, typed, stem }: WordsTyped): Is | null {
  const words = typed
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);
  if (words.length === 0) return null;
  const forms = stem ? { stem } : {};
  return { words: mode === 'phrase' ? { phrase: typed.trim(), ...forms } : { [mode]: words, ...forms } };
}
