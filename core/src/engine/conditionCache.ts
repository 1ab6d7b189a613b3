import { BitsCache } from './bitsCache.js';
import type { Kept } from './bitsCache.js';
import type { Columns } from './columns.js';
import { takeBits } from './kernel.js';
import type { Condition, Stretch } from './kernel.js';
import type { WritableCondition } from './writing.js';

/** Writes one condition's bits of a stretch of rows. */
export type Writer = (into: WritableCondition, stretch: Stretch) => void;

interface KeptCondition extends Kept {
  /** How many words of rows are written, from the first on. */
  upTo: number;
  /** Whether any row is unknown. */
  unknown: boolean;
}

/** What may be kept, in bytes. */
const MOST_BYTES = 64 * 2 ** 20;

/** Words of rows written before it is asked whether to go on. */
const PIECE = 256;

/**
 * The bitsets of conditions lately asked for. One whose rows changed since is written anew only in the words of those
 * rows; one not asked for in a while gives its memory back.
 */
export class ConditionCache {
  private readonly cache: BitsCache<KeptCondition>;

  constructor(
    private readonly columns: Columns,
    mostBytes = MOST_BYTES,
  ) {
    this.cache = new BitsCache(columns, mostBytes, () => {
      const { kernel, words } = columns;
      return { pair: [takeBits(kernel, words), takeBits(kernel, words)], seen: null, upTo: 0, unknown: false };
    });
  }

  /**
   * A condition's bits as of now. They hold until the next call after `settle`.
   *
   * @param pause  called between pieces of the rows; when it throws, the next call goes on from there
   */
  get(key: string, write: Writer, pause?: () => void): Condition {
    const { kernel, words, changes } = this.columns;
    const kept = this.cache.get(key);
    const [t, u] = kept.pair;
    if (kept.seen !== changes.now || kept.upTo < words) {
      const changed = kept.seen === null ? null : changes.since(kept.seen);
      // beyond some number of single words, all of them at once is quicker
      if (!changed || changed.size > words / 16) kept.upTo = 0;
      else for (const word of changed) if (word < kept.upTo) write({ t, u }, { first: word, end: word + 1 });
      kept.seen = changes.now;
      while (kept.upTo < words) {
        const end = Math.min(words, kept.upTo + PIECE);
        write({ t, u }, { first: kept.upTo, end });
        kept.upTo = end;
        if (end < words) pause?.();
      }
      kept.unknown = kernel.count(u) > 0;
    }
    return { t, u: kept.unknown ? u : null };
  }

  settle(): void {
    this.cache.settle();
  }

  clear(): void {
    this.cache.clear();
  }

  /** How many conditions are kept. */
  get size(): number {
    return this.cache.size;
  }
}
