import type { Is } from '@perambula/core';

export type WordsMode = 'anyOf' | 'allOf' | 'noneOf' | 'phrase';

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
