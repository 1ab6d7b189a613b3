import type { Bits } from './bitset.js';
import type { Columns } from './columns.js';

/** Two bitsets kept for as long as they are asked for. */
export interface Kept {
  readonly pair: readonly [Bits, Bits];
  /** How far the change log had come when they were last right; null for bits just taken. */
  seen: number | null;
}

/** Pairs of bitsets by what they are of, within so many bytes: those not asked for in a while give their memory back. */
export class BitsCache<K extends Kept> {
  private readonly kept = new Map<string, K>();
  private capacity = 0;

  constructor(
    private readonly columns: Columns,
    private readonly mostBytes: number,
    /** Takes bits for what is not kept yet. */
    private readonly begin: () => K,
  ) {}

  /** What is kept under a key, or fresh bits. They are good until the next call after `settle`. */
  get(key: string): K {
    const { capacity } = this.columns;
    if (capacity !== this.capacity) this.clear();
    this.capacity = capacity;
    const kept = this.kept.get(key) ?? this.begin();
    // the last in the map is the latest used
    this.kept.delete(key);
    this.kept.set(key, kept);
    return kept;
  }

  /** What `get` last gave for a key. */
  known(key: string): K | undefined {
    return this.kept.get(key);
  }

  /** Lets go of what was least lately used, down to what may be kept; to be called when no bits are in use. */
  settle(): void {
    const most = Math.max(1, Math.floor(this.mostBytes / Math.max(1, 8 * this.columns.words)));
    for (const [key, { pair }] of this.kept) {
      if (this.kept.size <= most) return;
      this.kept.delete(key);
      for (const bits of pair) this.columns.kernel.give(bits);
    }
  }

  clear(): void {
    for (const { pair } of this.kept.values()) for (const bits of pair) this.columns.kernel.give(bits);
    this.kept.clear();
  }

  /** How many pairs are kept. */
  get size(): number {
    return this.kept.size;
  }
}
