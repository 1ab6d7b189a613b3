import { CROSSED, INSIDE, ROW_OF_CELLS } from '../geo/raster.js';
import type { Raster } from '../geo/raster.js';
import { count, ones } from './bitset.js';
import type { Bits } from './bitset.js';
import { wholeVectors } from './kernel.js';
import type { Condition, Held, Kernel, Operation, Places, Scan, Stretch, Values } from './kernel.js';

/** The kernel where WebAssembly SIMD is not to be had, and the measure of its answers. */
export function plainKernel(): Kernel {
  return {
    take: (bytes) => new Uint8Array(wholeVectors(bytes)),
    give: () => undefined,
    scan,
    narrow,
    held: (conditions, one) => conditions.map((condition) => heldBy(condition, one)),
    count,
    combine,
    raster,
  };
}

function combine(op: Operation, a: Bits, b: Bits, out: Bits, { first, end }: Stretch = { first: 0, end: out.length }): void {
  for (let w = first; w < end; w++) {
    const x = a[w] as number;
    const y = b[w] as number;
    out[w] = op === 'and' ? x & y : op === 'or' ? x | y : x & ~y;
  }
}

function raster(
  { west, south, east, north, shiftX, shiftY, cells }: Raster,
  { x, y }: Places,
  among: Bits,
  inside: Bits,
  crossed: Bits,
): void {
  for (let w = 0; w < among.length; w++) {
    let [into, over] = [0, 0];
    for (let word = among[w] as number; word !== 0; word &= word - 1) {
      const bit = 31 - Math.clz32(word & -word);
      const row = (w << 5) + bit;
      const column = (Math.max(west, Math.min(east, x[row] as number)) - west) >>> shiftX;
      const cell = cells[((Math.max(south, Math.min(north, y[row] as number)) - south) >>> shiftY) * ROW_OF_CELLS + column];
      if (cell === INSIDE) into |= 1 << bit;
      else if (cell === CROSSED) over |= 1 << bit;
    }
    inside[w] = into;
    crossed[w] = over;
  }
}

/** Values are looked at in one kind of array, whatever their column's width: loops over several kinds are slow. */
const BLOCK_OF_WORDS = 64;
const block = new Float64Array(32 * BLOCK_OF_WORDS);

function scan(values: Values, { from, to, blank, t, u, first, end, mode }: Scan): void {
  for (let start = first; start < end; start += BLOCK_OF_WORDS) {
    const words = Math.min(BLOCK_OF_WORDS, end - start);
    block.set(values.subarray(32 * start, 32 * (start + words)));
    for (let w = 0; w < words; w++) {
      const found = between(w << 5, from, to);
      const before = t[start + w] as number;
      t[start + w] = mode === 'put' ? found : mode === 'add' ? before | found : before & ~found;
      if (u) u[start + w] = between(w << 5, blank, blank);
    }
  }
}

function between(at: number, from: number, to: number): number {
  let bits = 0;
  for (let i = 0; i < 32; i++) {
    const value = block[at + i] as number;
    if (value >= from && value <= to) bits |= 1 << i;
  }
  return bits;
}

function narrow(conditions: readonly Condition[], all: Bits, none: Bits, one: Bits): void {
  for (const { t, u } of conditions) {
    for (let w = 0; w < all.length; w++) {
      const yes = t[w] as number;
      const a = all[w] as number;
      one[w] = ((one[w] as number) & yes) | (a & ~yes);
      all[w] = a & yes;
      none[w] = (none[w] as number) & (u ? yes | (u[w] as number) : yes);
    }
  }
}

function heldBy({ t, u }: Condition, one: Bits): Held {
  let holdsBack = 0;
  let blank = 0;
  for (let w = 0; w < one.length; w++) {
    const lost = (one[w] as number) & ~(t[w] as number);
    if (lost === 0) continue;
    const unknown = u ? lost & (u[w] as number) : 0;
    holdsBack += ones(lost & ~unknown);
    blank += ones(unknown);
  }
  return { holdsBack, blank };
}
