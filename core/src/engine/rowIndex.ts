import { setBit, wordsFor } from './bitset.js';
import type { Bits } from './bitset.js';

/** A closed span of a column's values. */
export type ValueSpan = readonly [from: number, to: number];

/** Places in `rows`: the first, and that after the last. */
type Run = readonly [first: number, end: number];

/** Rows that may have changed since the index was made before it is made again. */
const mostChanged = (rows: number): number => Math.max(256, rows >>> 6);

/**
 * The rows of a column by rising value, so that a span is marked without looking at the others.
 * Rows changed since are kept aside and compared one by one; the values must be free of NaN.
 */
export class RowIndex {
  /** Rising values, no two alike; the rows of the i-th are `rows[starts[i]]` to before `rows[starts[i + 1]]`. */
  private distinct = new Float64Array(0);
  private starts = new Uint32Array(1);
  private rows = new Uint32Array(0);
  private readonly changed = new Set<number>();

  /** @param stale whether too many rows changed to keep them apart: it begins by reading all of the column */
  constructor(private stale = false) {}

  /** Tells that a row's value is another one now. */
  touch(row: number): void {
    if (this.stale) return;
    this.changed.add(row);
    if (this.changed.size > mostChanged(this.rows.length)) {
      this.stale = true;
      this.changed.clear();
    }
  }

  /** Of the first `count` rows, those whose value lies in one of the spans, which rise and do not overlap; bits beyond are undefined. */
  within(spans: readonly ValueSpan[], values: ArrayLike<number>, count: number): Bits {
    if (this.stale) this.make(values, count);
    const { rows } = this;
    let runs = this.runsOf(spans);
    const bits = new Int32Array(wordsFor(count));
    if (runs.reduce((sum, [first, end]) => sum + end - first, 0) > rows.length / 2) {
      // the smaller part is written row by row
      bits.fill(-1);
      runs = gapsOf(runs, rows.length);
    }
    for (const [first, end] of runs) {
      for (let i = first; i < end; i++) {
        const row = rows[i] as number;
        bits[row >>> 5] = (bits[row >>> 5] as number) ^ (1 << (row & 31));
      }
    }
    for (const row of this.changed) {
      const value = values[row] as number;
      setBit(
        bits,
        row,
        spans.some(([from, to]) => value >= from && value <= to),
      );
    }
    return bits;
  }

  private runsOf(spans: readonly ValueSpan[]): Run[] {
    return spans
      .map(([from, to]): Run => [this.starts[this.placeOf(from)] as number, this.starts[this.placeAfter(to)] as number])
      .filter(([first, end]) => first < end);
  }

  private make(values: ArrayLike<number>, count: number): void {
    const sorted = Float64Array.from({ length: count }, (_, row) => values[row] as number).sort();
    this.distinct = sorted.filter((value, i) => i === 0 || value !== sorted[i - 1]);
    const places = Uint32Array.from({ length: count }, (_, row) => this.placeOf(values[row] as number));
    this.starts = new Uint32Array(this.distinct.length + 1);
    for (const place of places) this.starts[place + 1] = (this.starts[place + 1] as number) + 1;
    for (let i = 1; i < this.starts.length; i++) this.starts[i] = (this.starts[i] as number) + (this.starts[i - 1] as number);
    const next = this.starts.slice();
    this.rows = new Uint32Array(count);
    for (let row = 0; row < count; row++) {
      const place = places[row] as number;
      const at = next[place] as number;
      this.rows[at] = row;
      next[place] = at + 1;
    }
    this.stale = false;
  }

  /** The place of the first value that is not below one. */
  private placeOf(value: number): number {
    return this.firstPlace((other) => other >= value);
  }

  /** The place of the first value above one. */
  private placeAfter(value: number): number {
    return this.firstPlace((other) => other > value);
  }

  private firstPlace(reached: (value: number) => boolean): number {
    let [low, high] = [0, this.distinct.length];
    while (low < high) {
      const middle = (low + high) >>> 1;
      if (reached(this.distinct[middle] as number)) high = middle;
      else low = middle + 1;
    }
    return low;
  }
}

function gapsOf(runs: readonly Run[], length: number): Run[] {
  const ends = [0, ...runs.map(([, end]) => end)];
  return ends.map((end, i): Run => [end, runs[i]?.[0] ?? length]);
}
