import { stemmer } from 'stemmer';

const BEYOND_ASCII = /[^\x00-\x7f]/;

/** Text as it is compared: lower case, no accents. */
export function plain(text: string): string {
  // most texts have no letter beyond ASCII, and lower case is all they need
  if (!BEYOND_ASCII.test(text)) return text.toLowerCase();
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}

/** The whole words of a text in order: letters and digits, apostrophes joined; empty gives none. */
export function wordsOf(text: string): string[] {
  return (
    plain(text)
      .replace(/['’]/g, '')
      .match(/[\p{L}\p{N}]+/gu) ?? []
  );
}

/** A name of several words joined as words: `OceanGlimpse` is "Ocean Glimpse", `HOAFee` "HOA Fee". */
export function spaced(name: string): string {
  return name.replace(/(?<=[a-z0-9])(?=[A-Z])|(?<=[A-Z])(?=[A-Z][a-z])/g, ' ');
}

/** Words reduced to their stems by Porter's algorithm (M. F. Porter, 1980), so that "gardens" finds "garden". */
export function stemsOf(text: string): string[] {
  return wordsOf(text).map(stemOf);
}

/** A word's stem; the word is one that `wordsOf` gives. */
export function stemOf(word: string): string {
  return stemmer(word);
}
