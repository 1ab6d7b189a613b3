import { stemOf, wordsOf } from '../text/words.js';

/**
 * The rows in which each word stands. Built when first asked for; what a row once said is not taken out again,
 * so that what is found is a superset and every row is looked at again.
 */
export class WordIndex {
  private readonly rows = new Map<string, number[]>();
  /** Words by their stems. */
  private readonly byStem = new Map<string, string[]>();
  private built = false;

  /** Tells that a row's text is this one now. */
  add(row: number, text: string | null | undefined): void {
    if (this.built && text != null) this.put(row, text);
  }

  /** Reads all texts, unless that was done. */
  build(texts: readonly (string | null | undefined)[]): void {
    if (this.built) return;
    texts.forEach((text, row) => text != null && this.put(row, text));
    this.built = true;
  }

  /** Forgets all, to be built anew. */
  clear(): void {
    this.rows.clear();
    this.byStem.clear();
    this.built = false;
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
