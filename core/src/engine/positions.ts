import { PLACES_PER_DEGREE } from '../geo/raster.js';
import type { Kernel, Places } from './kernel.js';

/** Where the listings lie. */
export class Positions {
  /** In whole places. */
  places: Places = { x: new Int32Array(0), y: new Int32Array(0) };
  /** What rounding to places took from its degrees. From 16° on a single precision holds all of it, nearer 0° all but 10⁻¹⁵. */
  private restX: Float32Array = new Float32Array(0);
  private restY: Float32Array = new Float32Array(0);

  constructor(private readonly kernel: Kernel) {}

  /** In degrees. */
  longitude(row: number): number {
    return (this.places.x[row] as number) / PLACES_PER_DEGREE + (this.restX[row] as number);
  }

  latitude(row: number): number {
    return (this.places.y[row] as number) / PLACES_PER_DEGREE + (this.restY[row] as number);
  }

  /** @param position  longitude and latitude in degrees */
  set(row: number, [x, y]: readonly [number, number]): void {
    this.places.x[row] = Math.round(x * PLACES_PER_DEGREE);
    this.places.y[row] = Math.round(y * PLACES_PER_DEGREE);
    this.restX[row] = x - this.places.x[row] / PLACES_PER_DEGREE;
    this.restY[row] = y - this.places.y[row] / PLACES_PER_DEGREE;
  }

  /** Makes room for so many rows. */
  grow(capacity: number): void {
    const before = this.arrays();
    const memory = before.map(() => this.kernel.take(4 * capacity));
    this.see(memory, capacity);
    this.arrays().forEach((array, i) => array.set(before[i] as Int32Array));
    for (const each of before) this.kernel.give(each);
  }

  /** All that is held, four bytes a row each. */
  arrays(): [Int32Array, Int32Array, Float32Array, Float32Array] {
    return [this.places.x, this.places.y, this.restX, this.restY];
  }

  /** Takes memory for its arrays, in their order. */
  see(memory: readonly ArrayBufferView[], capacity: number): void {
    const [x, y, restX, restY] = memory.map(({ buffer, byteOffset }) => [buffer, byteOffset, capacity] as const) as [
      Memory,
      Memory,
      Memory,
      Memory,
    ];
    this.places = { x: new Int32Array(...x), y: new Int32Array(...y) };
    this.restX = new Float32Array(...restX);
    this.restY = new Float32Array(...restY);
  }
}

type Memory = readonly [ArrayBufferLike, number, number];
