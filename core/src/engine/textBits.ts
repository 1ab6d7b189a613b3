import type { Is } from '../search/document.js';
import { testText } from '../search/evaluate.js';
import { stemsOf, wordsOf } from '../text/words.js';
import { setBit } from './bitset.js';
import type { TextColumn } from './columns.js';
import type { Written, Writing } from './writing.js';

/** Rows below which texts are simply read. */
const FEW = 2000;

/** Writes the rows of a stretch whose text passes a test. */
export function textBits(is: Is, column: TextColumn, { t, u }: Written, { columns: { rows }, stretch }: Writing): void {
  const { texts } = column;
  const end = Math.min(rows, 32 * stretch.end);
  const candidates = end - 32 * stretch.first > FEW ? candidatesFor(is, column) : null;
  const none = 'words' in is && is.words.noneOf !== undefined;
  t.fill(0, stretch.first, stretch.end);
  u.fill(0, stretch.first, stretch.end);
  const known = new Map<string, boolean>();
  const passes = (text: string): boolean => {
    let passed = known.get(text);
    if (passed === undefined) known.set(text, (passed = testText(is, text)));
    return passed;
  };
  for (let row = 32 * stretch.first; row < end; row++) {
    const text = texts[row];
    if (text === undefined) continue;
    if ('blank' in is) setBit(t, row, (text === null) === is.blank);
    else if (text === null) setBit(u, row, true);
    // what is no candidate has none of the words
    else if (candidates ? none : passes(text)) setBit(t, row, true);
  }
  for (const row of candidates ?? []) {
    const text = texts[row];
    if (text != null && row < end) setBit(t, row, passes(text));
  }
}

/** Rows among which are all that have the words sought; null when every text must be read. */
function candidatesFor(is: Is, { texts, words }: TextColumn): Iterable<number> | null {
  const groups = soughtIn(is);
  if (!groups || groups.every((group) => group.length === 0)) return null;
  words.build(texts);
  const byStem = 'words' in is && is.words.stem === true;
  const found = groups.map((group) => ('words' in is ? words.withAll(group, byStem) : words.withPart(group)));
  return new Set(found.flatMap((rows) => [...rows]));
}

/** Runs of words of which a text must have one at least; null when a test does not go by words. */
function soughtIn(is: Is): string[][] | null {
  if ('starts' in is) return [wordsOf(is.starts)];
  if ('contains' in is) return [wordsOf(is.contains)];
  if (!('words' in is)) return null;
  const { anyOf, allOf, noneOf, phrase, stem } = is.words;
  const split = stem ? stemsOf : wordsOf;
  if (anyOf) return anyOf.map(split);
  if (allOf) return allOf.slice(0, 1).map(split);
  return noneOf ? noneOf.map(split) : [split(phrase ?? '')];
}
