import { prepared } from '../geo/prepared.js';
import type { PointTest } from '../geo/prepared.js';
import { rasterOf } from '../geo/raster.js';
import { travelOf } from '../roads/travel.js';
import type { Travel } from '../roads/travel.js';
import type { Circumstances } from '../search/circumstances.js';
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

/** The rows inside bounds lately asked for, each row tested only when it first mattered. */
export class BoundCache {
  /** Of each bound, the rows tested and those of them inside. */
  private readonly cache: BitsCache<Kept>;

  constructor(private readonly columns: Columns) {
    this.cache = new BitsCache(columns, MOST_BYTES, () => {
      const { kernel, words } = columns;
      return { pair: [zeroBits(kernel, words), zeroBits(kernel, words)], seen: null };
    });
  }

  /** The rows inside a bound, good for those in `alive`; bits of others may be missing. */
  inside(bound: Bound, alive: Bits, given: Circumstances): Bits {
    const { kernel, words, changes, placed } = this.columns;
    const kept = this.cache.get(JSON.stringify(bound.shape));
    const [tested, inside] = kept.pair;
    if (kept.seen !== null && kept.seen !== changes.now)
      for (const word of changes.since(kept.seen) ?? tested.keys()) tested[word] = inside[word] = 0;
    kept.seen = changes.now;
    const fresh = takeBits(kernel, words);
    kernel.combine('andNot', alive, tested, fresh);
    kernel.combine('and', fresh, placed, fresh);
    kernel.combine('or', tested, fresh, tested);
    if (bound.shape.type === 'TravelTime') this.testMinutes(bound.shape, fresh, inside, given);
    else this.test(bound.shape, fresh, inside);
    kernel.give(fresh);
    return inside;
  }

  /** Marks which of some rows lie inside a shape. */
  private test(shape: DrawnShape, rows: Bits, inside: Bits): void {
    const { columns } = this;
    const { kernel, words } = columns;
    const mark = (bits: Bits, within: PointTest): void =>
      forEachRow(bits, (row) => {
        if (within(columns.positions.longitude(row), columns.positions.latitude(row))) setBit(inside, row, true);
      });
    const points = kernel.count(rows);
    const raster = points < MANY ? null : rasterOf(shape, points);
    if (!raster) return mark(rows, prepared(shape));
    const [found, crossed] = [takeBits(kernel, words), takeBits(kernel, words)];
    kernel.raster(raster, columns.positions.places, rows, found, crossed);
    kernel.combine('or', inside, found, inside);
    mark(crossed, raster.exact);
    kernel.give(found);
    kernel.give(crossed);
  }

  /** Marks which of some rows lie within the minutes of a place, by their own journeys. */
  private testMinutes(shape: TravelTime, rows: Bits, inside: Bits, { roads }: Circumstances): void {
    const seconds = this.columns.travels.of(travelOf(shape) as Travel, roads);
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
