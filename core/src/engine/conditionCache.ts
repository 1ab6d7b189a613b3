import type { Bits } from './bitset.js';
import type { Columns } from './columns.js';
import { takeBits } from './kernel.js';
import type { Condition, Stretch } from './kernel.js';
import type { Written } from './writing.js';

/** Writes one condition's bits of a stretch of rows. */
export type Writer = (into: Written, stretch: Stretch) => void;

interface Kept {
  readonly bits: Written;
  /** How far the change log had come when they were last written. */
  seen: number;
  /** Whether any row is unknown. */
  unknown: boolean;
}

/** What may be kept, in bytes: two bitsets each, the least lately used go first. */
const MOST_BYTES = 96 * 2 ** 20;

/**
 * The bitsets of conditions lately asked for. One whose rows changed since is written anew only in the words of those
 * rows; one not asked for in a while gives its memory back.
 */
export class ConditionCache {
  private readonly kept = new Map<string, Kept>();
  private capacity = 0;

  constructor(
    private readonly columns: Columns,
    private readonly mostBytes = MOST_BYTES,
  ) {}

  /** A condition's bits as of now. They hold until the next call after `settle`. */
  get(key: string, write: Writer): Condition {
    const { kernel, words, changes, capacity } = this.columns;
    if (capacity !== this.capacity) this.clear();
    this.capacity = capacity;
    let kept = this.kept.get(key);
    const fresh = !kept;
    if (kept) this.kept.delete(key);
    else kept = { bits: { t: takeBits(kernel, words), u: takeBits(kernel, words) }, seen: 0, unknown: false };
    this.kept.set(key, kept);
    if (fresh || kept.seen !== changes.now) {
      const changed = fresh ? null : changes.since(kept.seen);
      // beyond some number of single words, all of them at once is quicker
      if (!changed || changed.size > words / 16) write(kept.bits, { first: 0, end: words });
      else for (const word of changed) write(kept.bits, { first: word, end: word + 1 });
      kept.seen = changes.now;
      kept.unknown = kernel.count(kept.bits.u) > 0;
    }
    return { t: kept.bits.t, u: kept.unknown ? kept.bits.u : null };
  }

  /** Lets go of what was least lately used, down to what may be kept; to be called when no bits are in use. */
  settle(): void {
    const most = Math.max(1, Math.floor(this.mostBytes / Math.max(1, 8 * this.columns.words)));
    for (const [key, { bits }] of this.kept) {
      if (this.kept.size <= most) return;
      this.kept.delete(key);
      this.give(bits.t);
      this.give(bits.u);
    }
  }

  clear(): void {
    for (const { bits } of this.kept.values()) {
      this.give(bits.t);
      this.give(bits.u);
    }
    this.kept.clear();
  }

  /** How many conditions are kept. */
  get size(): number {
    return this.kept.size;
  }

  private give(bits: Bits): void {
    this.columns.kernel.give(bits);
  }
}
