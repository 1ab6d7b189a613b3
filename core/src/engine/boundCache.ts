import { prepared } from '../geo/prepared.js';
import type { PointTest } from '../geo/prepared.js';
import { rasterOf } from '../geo/raster.js';
import { travelOf } from '../roads/travel.js';
import type { Travel } from '../roads/travel.js';
import type { EvaluationContext } from '../search/evaluationContext.js';
import type { Bound, DrawnShape, Shape, TravelTime } from '../search/document.js';
import { forEachRow, setBit } from './bitset.js';
import type { Bits } from './bitset.js';
import { BitsCache } from './bitsCache.js';
import type { Kept } from './bitsCache.js';
import type { Columns } from './columns.js';
import { takeBits, zeroBits } from './kernel.js';

/** Points for which a raster is worth making. */
const MANY = 5000;
const MOST_BYTES = 32 * 2 ** 20;

/** Characters of a shape's text up to which its point test is kept beside its bits. */
const LONGEST_KEPT = 20_000;

interface KeptBound extends Kept {
  /** The shape's point test, once it was needed. */
  test?: PointTest;
}

/** The rows inside bounds lately asked for, each row tested only when it first mattered. */
export class BoundCache {
  /** Of each bound, the rows tested and those of them inside. */
  private readonly cache: BitsCache<KeptBound>;

  constructor(private readonly columns: Columns) {
    this.cache = new BitsCache(columns, MOST_BYTES, () => {
      const { kernel, words } = columns;
      return { pair: [zeroBits(kernel, words), zeroBits(kernel, words)], seen: null };
    });
  }

  /** The rows inside a bound, good for those in `alive`; bits of others may be missing. */
  inside(bound: Bound, alive: Bits, context: EvaluationContext): Bits {
    const { kernel, words, changes, placed } = this.columns;
    const text = JSON.stringify(bound.shape);
    const kept = this.cache.get(text);
    const [tested, inside] = kept.pair;
    if (kept.seen !== null && kept.seen !== changes.now)
      for (const word of changes.since(kept.seen) ?? tested.keys()) tested[word] = inside[word] = 0;
    kept.seen = changes.now;
    const fresh = takeBits(kernel, words);
    try {
      kernel.combine('andNot', alive, tested, fresh);
      kernel.combine('and', fresh, placed, fresh);
      const points = kernel.count(fresh);
      if (points === 0) return inside;
      if (bound.shape.type === 'TravelTime') this.testMinutes(bound.id, bound.shape, fresh, inside, context);
      else if (points >= MANY) this.testMany(bound.shape, points, fresh, inside);
      else {
        const test = kept.test ?? prepared(bound.shape);
        if (text.length <= LONGEST_KEPT) kept.test = test;
        this.mark(fresh, test, inside);
      }
      kernel.combine('or', tested, fresh, tested);
      return inside;
    } finally {
      kernel.give(fresh);
    }
  }

  /** Marks which of many rows lie inside a shape: by a raster, and the shape itself only where its outline runs. */
  private testMany(shape: DrawnShape, points: number, rows: Bits, inside: Bits): void {
    const { kernel, words, positions } = this.columns;
    const raster = rasterOf(shape, points);
    if (!raster) return this.mark(rows, prepared(shape), inside);
    const [found, crossed] = [takeBits(kernel, words), takeBits(kernel, words)];
    kernel.raster(raster, positions.places, rows, found, crossed);
    kernel.combine('or', inside, found, inside);
    this.mark(crossed, raster.exact, inside);
    kernel.give(found);
    kernel.give(crossed);
  }

  /** Marks which of some rows pass a test of their places. */
  private mark(rows: Bits, within: PointTest, inside: Bits): void {
    const { positions } = this.columns;
    forEachRow(rows, (row) => {
      if (within(positions.longitude(row), positions.latitude(row))) setBit(inside, row, true);
    });
  }

  /** Marks which of some rows lie within the minutes of a place, by their own journeys. */
  private testMinutes(id: string, shape: TravelTime, rows: Bits, inside: Bits, { roads, before }: EvaluationContext): void {
    const seconds = this.columns.travels.of(travelOf(shape) as Travel, roads, () => before?.(id));
    forEachRow(rows, (row) => {
      const taken = seconds.get(row);
      // no way there is below every number, and not known above
      setBit(inside, row, taken >= 0 && taken <= 60 * shape.minutes);
    });
  }

  /** What `inside` last gave for a shape. */
  known(shape: Shape): Bits {
    return this.cache.known(JSON.stringify(shape))?.pair[1] as Bits;
  }

  settle(): void {
    this.cache.settle();
  }

  clear(): void {
    this.cache.clear();
  }
}
