import { prepared } from '../geo/prepared.js';
import type { PointTest } from '../geo/prepared.js';
import { rasterOf } from '../geo/raster.js';
import type { Bound, Shape } from '../search/document.js';
import { forEachRow, setBit } from './bitset.js';
import type { Bits } from './bitset.js';
import type { Columns } from './columns.js';
import { takeBits, zeroBits } from './kernel.js';

interface Kept {
  readonly tested: Bits;
  readonly inside: Bits;
  seen: number;
}

/** Points for which a raster is worth making. */
const MANY = 5000;
const MOST_BYTES = 32 * 2 ** 20;

/** The rows inside bounds lately asked for, each row tested only when it first mattered. */
export class BoundCache {
  private readonly kept = new Map<string, Kept>();
  private capacity = 0;

  constructor(private readonly columns: Columns) {}

  /** The rows inside a bound, good for those in `alive`; bits of others may be missing. */
  inside(bound: Bound, alive: Bits): Bits {
    const { kernel, words, changes, capacity, placed } = this.columns;
    if (capacity !== this.capacity) this.clear();
    this.capacity = capacity;
    const key = JSON.stringify(bound.shape);
    const kept = this.kept.get(key) ?? { tested: zeroBits(kernel, words), inside: zeroBits(kernel, words), seen: changes.now };
    this.kept.delete(key);
    this.kept.set(key, kept);
    const { tested, inside } = kept;
    if (kept.seen !== changes.now) {
      const changed = changes.since(kept.seen);
      for (const word of changed ?? tested.keys()) tested[word] = inside[word] = 0;
      kept.seen = changes.now;
    }
    const fresh = takeBits(kernel, words);
    kernel.combine('andNot', alive, tested, fresh);
    kernel.combine('and', fresh, placed, fresh);
    kernel.combine('or', tested, fresh, tested);
    this.test(bound.shape, fresh, inside);
    kernel.give(fresh);
    return inside;
  }

  /** Marks which of some rows lie inside a shape. */
  private test(shape: Shape, rows: Bits, inside: Bits): void {
    const { kernel, words, positions, places } = this.columns;
    const mark = (bits: Bits, within: PointTest): void =>
      forEachRow(bits, (row) => {
        if (within(positions[2 * row] as number, positions[2 * row + 1] as number)) setBit(inside, row, true);
      });
    const points = kernel.count(rows);
    const raster = points < MANY ? null : rasterOf(shape, points);
    if (!raster) return mark(rows, prepared(shape));
    const [found, crossed] = [takeBits(kernel, words), takeBits(kernel, words)];
    kernel.raster(raster, places, rows, found, crossed);
    kernel.combine('or', inside, found, inside);
    mark(crossed, raster.exact);
    kernel.give(found);
    kernel.give(crossed);
  }

  /** What `inside` last gave for a shape. */
  known(shape: Shape): Bits {
    return this.kept.get(JSON.stringify(shape))?.inside as Bits;
  }

  /** Lets go of what was least lately used, down to what may be kept; to be called when no bits are in use. */
  settle(): void {
    const most = Math.max(1, Math.floor(MOST_BYTES / Math.max(1, 8 * this.columns.words)));
    for (const [key, kept] of this.kept) {
      if (this.kept.size <= most) return;
      this.kept.delete(key);
      this.give(kept);
    }
  }

  clear(): void {
    for (const kept of this.kept.values()) this.give(kept);
    this.kept.clear();
  }

  private give({ tested, inside }: Kept): void {
    this.columns.kernel.give(tested);
    this.columns.kernel.give(inside);
  }
}
