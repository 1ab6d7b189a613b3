import { stemOf, wordsOf } from '../text/words.js';
import { ROWS_A_WORD } from './bitset.js';
import type { ChangeLog } from './changeLog.js';
import type { NumberColumn } from './numberColumn.js';
import type { Texts } from './texts.js';

/**
 * The rows in which each word stands. Built when first asked for; what a row once said is not taken out again,
 * so that what is found is a superset and every row is looked at again.
 */
export class WordIndex {
  private readonly rows = new Map<string, number[]>();
  /** Words by their stems. */
  private readonly byStem = new Map<string, string[]>();
  /** The place of the text that was last read of each row. */
  private readonly read: number[] = [];
  /** Rows whose text changed since. */
  private readonly rewritten = new Set<number>();
  /** How far the change log had come when all texts were last read. */
  private seen: number | null = null;
  private epoch = 0;

  constructor(
    private readonly texts: Texts,
    private readonly places: NumberColumn,
    private readonly changes: ChangeLog,
  ) {}

  /** Reads what so many rows say now, as far as it is not known. */
  update(rows: number): void {
    const { changes, texts } = this;
    if (this.epoch !== texts.epoch) this.clear();
    const changed = this.seen === null ? null : changes.since(this.seen);
    if (changed) for (const word of changed) this.readRows(ROWS_A_WORD * word, Math.min(rows, ROWS_A_WORD * (word + 1)));
    else this.readRows(0, rows);
    this.seen = changes.now;
  }

  /** Whether a row found has said the same all the time, and so has the words that it was found by. */
  isCertain(row: number): boolean {
    return !this.rewritten.has(row);
  }

  /** Rows whose text may hold all of these words, or words of the same stems, in no order; a row may come twice. */
  withAll(words: readonly string[], byStem: boolean): readonly number[] {
    const found = words.map((word) =>
      byStem ? (this.byStem.get(word) ?? []).flatMap((each) => this.rows.get(each) ?? []) : (this.rows.get(word) ?? []),
    );
    // the rarest word leaves the fewest rows to look at
    return found.reduce((fewest, rows) => (rows.length < fewest.length ? rows : fewest), found[0] ?? []);
  }

  /** Rows whose text may have these words one after another, the first as a word's end and the last as a word's beginning. */
  withPart(words: readonly string[]): readonly number[] {
    const inner = words.slice(1, -1);
    if (inner.length > 0) return this.withAll(inner, false);
    const [first = '', last] = words;
    const may = last === undefined ? (word: string) => word.includes(first) : (word: string) => word.startsWith(last);
    return [...this.rows].flatMap(([word, rows]) => (may(word) ? rows : []));
  }

  private readRows(first: number, end: number): void {
    for (let row = first; row < end; row++) {
      const place = this.places.get(row);
      if (place === this.read[row]) continue;
      if (row < this.read.length) this.rewritten.add(row);
      this.read[row] = place;
      if (Number.isFinite(place)) this.put(row, this.texts.read(place));
    }
  }

  /** Forgets all, for the places mean other texts now. */
  private clear(): void {
    this.rows.clear();
    this.byStem.clear();
    this.read.length = 0;
    this.rewritten.clear();
    this.epoch = this.texts.epoch;
  }

  private put(row: number, text: string): void {
    for (const word of wordsOf(text)) {
      let rows = this.rows.get(word);
      if (!rows) {
        this.rows.set(word, (rows = []));
        const stem = stemOf(word);
        const alike = this.byStem.get(stem);
        if (alike) alike.push(word);
        else this.byStem.set(stem, [word]);
      }
      if (rows[rows.length - 1] !== row) rows.push(row);
    }
  }
}
