import { stemmer } from 'stemmer';

/** Text as it is compared: lower case, no accents. */
export function plain(text: string): string {
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

/** Words reduced to their stems by Porter's algorithm (M. F. Porter, 1980), so that "gardens" finds "garden". */
export function stemsOf(text: string): string[] {
  return wordsOf(text).map((word) => stemmer(word));
}
