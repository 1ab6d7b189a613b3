import { setBit } from '../engine/bitset.js';
import type { Bits } from '../engine/bitset.js';
import { takeBits } from '../engine/kernel.js';
import type { Kernel } from '../engine/kernel.js';
import { boxAbout } from '../geo/box.js';
import type { Box } from '../geo/box.js';
import { METRES_PER_MILE, metresPerDegree } from '../geo/distance.js';
import type { Bound, DrawnShape } from '../search/document.js';
import { NEARLY } from '../search/miss.js';

const SIDE = 48;

/** Of all searches, those of which a place may lie in a keep-in or close to one, by the cells of a grid over them all. */
export class AreaIndex {
  private readonly everywhere: Bits;
  private readonly cells: (Bits | undefined)[] = [];
  private readonly box: Box;

  /** @param bounds  the keep-ins of each search that has one */
  constructor(bounds: ReadonlyMap<number, readonly Bound[]>, words: number, kernel: Kernel) {
    this.everywhere = takeBits(kernel, words).fill(-1);
    // minutes have no ground of their own: such searches are asked everywhere
    const drawn = [...bounds].flatMap(([search, list]) => {
      const shapes = list.flatMap(({ shape }) => (shape.type === 'TravelTime' ? [] : [shape]));
      return shapes.length === list.length ? [[search, shapes] as const] : [];
    });
    const boxes = drawn.flatMap(([search, shapes]) => shapes.map((shape) => [search, boxOf(shape)] as const));
    this.box = boxAbout(
      boxes.flatMap(([, [west, south, east, north]]) => [
        [west, south],
        [east, north],
      ]),
    );
    for (const [search] of drawn) setBit(this.everywhere, search, false);
    for (const [search, [west, south, east, north]] of boxes) {
      for (let row = this.row(south); row <= this.row(north); row++) {
        for (let column = this.column(west); column <= this.column(east); column++) {
          const at = row * SIDE + column;
          let bits = this.cells[at];
          if (!bits) (bits = this.cells[at] = takeBits(kernel, words)).set(this.everywhere);
          setBit(bits, search, true);
        }
      }
    }
  }

  /** The searches for which a place is worth testing; all of those without a keep-in. */
  near([x, y]: readonly [number, number]): Bits {
    const [west, south, east, north] = this.box;
    if (!(x >= west && x <= east && y >= south && y <= north)) return this.everywhere;
    return this.cells[this.row(y) * SIDE + this.column(x)] ?? this.everywhere;
  }

  private column(x: number): number {
    return place(x, this.box[0], this.box[2]);
  }

  private row(y: number): number {
    return place(y, this.box[1], this.box[3]);
  }
}

function place(value: number, from: number, to: number): number {
  return Math.max(0, Math.min(SIDE - 1, Math.floor(((value - from) / (to - from || 1)) * SIDE)));
}

/** A shape's box, wider on every side than any place that is nearly inside. */
function boxOf(shape: DrawnShape): Box {
  const rings =
    shape.type === 'Circle' ? [[shape.center]] : shape.type === 'Polygon' ? shape.coordinates : shape.coordinates.flat();
  const [west, south, east, north] = boxAbout(rings.flat());
  const reach = NEARLY * METRES_PER_MILE * 1.1 + (shape.type === 'Circle' ? shape.radiusMeters * 1.01 : 0);
  // degrees are shortest at the latitude farthest from the equator
  const [perLon, perLat] = metresPerDegree(Math.min(89, Math.max(Math.abs(south), Math.abs(north)) + reach / 110_000));
  const [lon, lat] = [reach / perLon, reach / Math.min(perLat, 110_574)];
  return [west - lon, south - lat, east + lon, north + lat];
}
