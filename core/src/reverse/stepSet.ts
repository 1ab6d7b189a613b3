import type { Bits } from '../engine/bitset.js';

/** A closed span of values. */
export interface Interval {
  readonly from: number;
  readonly to: number;
}

/** Flips between two checkpoints: each costs a bitset to keep, each flip a moment to redo. */
const FLIPS_APART = 512;

/**
 * Of many searches, those that hold at a value, when each holds where an odd number of its closed spans of values lie.
 * Which hold at a value is read from the nearest checkpoint below it and the flips since.
 */
export class StepSet {
  private readonly values: Float64Array;
  /** Whether a flip comes after its value, as the end of a span does, or with it, as a beginning does. */
  private readonly after: Uint8Array;
  private readonly searches: Uint32Array;
  private readonly checkpoints: Bits[] = [];
  private readonly apart: number;

  /**
   * @param spans  for each search that is asked about, its spans
   * @param words  words of a bitset of all searches
   */
  constructor(spans: ReadonlyMap<number, readonly Interval[]>, words: number) {
    // most ends are shared by many searches, so that they are gathered by value rather than sorted
    const at = new Map<number, { with: number[]; after: number[] }>();
    const flipsAt = (value: number): { with: number[]; after: number[] } => {
      let flips = at.get(value);
      if (!flips) at.set(value, (flips = { with: [], after: [] }));
      return flips;
    };
    let count = 0;
    for (const [search, list] of spans) {
      for (const { from, to } of list) {
        flipsAt(from).with.push(search);
        flipsAt(to).after.push(search);
        count += 2;
      }
    }
    this.values = new Float64Array(count);
    this.after = new Uint8Array(count);
    this.searches = new Uint32Array(count);
    this.apart = Math.max(FLIPS_APART, Math.ceil(count / 256));
    const bits = new Int32Array(words);
    let i = 0;
    const add = (value: number, after: 0 | 1, search: number): void => {
      if (i % this.apart === 0) this.checkpoints.push(bits.slice());
      this.values[i] = value;
      this.after[i] = after;
      this.searches[i++] = search;
      flip(bits, search);
    };
    for (const value of [...at.keys()].sort((a, b) => a - b)) {
      const flips = flipsAt(value);
      for (const search of flips.with) add(value, 0, search);
      for (const search of flips.after) add(value, 1, search);
    }
    if (count % this.apart === 0) this.checkpoints.push(bits.slice());
  }

  /** Writes which searches hold at a value. */
  at(value: number, into: Bits): void {
    const end = this.flipsUpTo(value);
    const checkpoint = Math.floor(end / this.apart);
    into.set(this.checkpoints[checkpoint] as Bits);
    for (let i = checkpoint * this.apart; i < end; i++) flip(into, this.searches[i] as number);
  }

  /** How many flips come before a value or with it. */
  private flipsUpTo(value: number): number {
    let [low, high] = [0, this.values.length];
    while (low < high) {
      const middle = (low + high) >>> 1;
      const at = this.values[middle] as number;
      if (at < value || (at === value && this.after[middle] === 0)) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}

function flip(bits: Bits, search: number): void {
  bits[search >>> 5] = (bits[search >>> 5] as number) ^ (1 << (search & 31));
}
