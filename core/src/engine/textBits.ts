import type { Is } from '../search/document.js';
import { testText } from '../search/evaluate.js';
import { stemsOf, wordsOf } from '../text/words.js';
import { LEAST, MOST } from '../search/span.js';
import { forEachRow, hasBit, ROWS_A_WORD, setBit } from './bitset.js';
import type { Bits } from './bitset.js';
import type { TextColumn } from './columns.js';
import type { WritableCondition, Writing } from './writing.js';

/** Rows below which texts are simply read. */
const FEW = 2000;

/** Writes the rows of a stretch whose text passes a test. */
export function textBits(
  is: Is,
  column: TextColumn,
  { t, u }: WritableCondition,
  { columns, stretch, candidates: known }: Writing,
): void {
  const { places } = column;
  const end = Math.min(columns.rows, ROWS_A_WORD * stretch.end);
  let candidates: Bits | null | undefined = null;
  if (end - ROWS_A_WORD * stretch.first > FEW) {
    candidates = known.get(is);
    if (candidates === undefined) known.set(is, (candidates = candidatesFor(is, column, columns.rows)));
  }
  const none = 'words' in is && is.words.noneOf !== undefined;
  const read = new Map<number, boolean>();
  const passes = (place: number): boolean => {
    let passed = read.get(place);
    if (passed === undefined) read.set(place, (passed = testText(is, columns.texts.read(place))));
    return passed;
  };
  places.scan(LEAST, MOST, t, u, 'put', stretch);
  if (!candidates) {
    for (let row = ROWS_A_WORD * stretch.first; row < end; row++)
      if (hasBit(t, row) && !passes(places.get(row))) setBit(t, row, false);
    return;
  }
  // what is no candidate has none of the words
  if (!none) t.fill(0, stretch.first, stretch.end);
  const single = goesBySingleWords(is);
  forEachRow(candidates.subarray(stretch.first, stretch.end), (rowOfStretch) => {
    const row = ROWS_A_WORD * stretch.first + rowOfStretch;
    const place = places.get(row);
    if (Number.isFinite(place)) setBit(t, row, single && column.words.isCertain(row) ? !none : passes(place));
  });
}

/** Rows among which are all that have the words sought; null when every text must be read. */
function candidatesFor(is: Is, { words }: TextColumn, rows: number): Bits | null {
  const groups = soughtIn(is);
  if (!groups || groups.every((group) => group.length === 0)) return null;
  words.update(rows);
  const byStem = 'words' in is && is.words.stem === true;
  const candidates = new Int32Array(Math.ceil(rows / ROWS_A_WORD));
  for (const group of groups)
    for (const row of 'words' in is ? words.withAll(group, byStem) : words.withPart(group)) setBit(candidates, row, true);
  return candidates;
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

/** Whether a text passes just when it has one of some single words, or none of them. */
function goesBySingleWords(is: Is): boolean {
  if (!('words' in is)) return false;
  const { allOf = [] } = is.words;
  return allOf.length < 2 && (soughtIn(is) ?? []).every((group) => group.length === 1);
}
