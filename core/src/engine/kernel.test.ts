import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { containsDrawn } from '../search/evaluate.js';
import { PLACES_PER_DEGREE, rasterOf } from '../geo/raster.js';
import type { DrawnShape } from '../search/document.js';
import { simdKernel } from '../testing/simdKernel.js';
import { hasBit } from './bitset.js';
import type { Bits } from './bitset.js';
import { takeBits, zeroBits } from './kernel.js';
import type { Kernel } from './kernel.js';
import { BLANK, NOT_APPLICABLE, NumberColumn } from './numberColumn.js';
import { plainKernel } from './plainKernel.js';

const kernels: readonly Kernel[] = [plainKernel(), simdKernel()];
const ROWS = 256;
const WORDS = ROWS / 32;
const WHOLE = { first: 0, end: WORDS };

/** Values of every width, near the numbers that stand for blank and not applicable at each. */
const values = fc.oneof(
  fc.integer({ min: -130, max: 130 }),
  fc.integer({ min: 32_760, max: 32_775 }),
  fc.integer({ min: 2_147_483_640, max: 2_147_483_655 }),
  fc.constantFrom(0.5, -0.25, 1e15, BLANK, NOT_APPLICABLE),
);

function columnOf(kernel: Kernel, numbers: readonly number[]): NumberColumn {
  const column = new NumberColumn(kernel);
  column.grow(ROWS);
  numbers.forEach((value, row) => column.set(row, value));
  return column;
}

function bitsOf(kernel: Kernel, rows: readonly number[]): Bits {
  const bits = zeroBits(kernel, WORDS);
  bits.set(rows);
  return bits;
}

const rowsOf = (bits: Bits): number[] => Array.from({ length: ROWS }, (_, row) => row).filter((row) => hasBit(bits, row));

describe('the kernels', () => {
  it('mark the rows of a span and the blank ones, whatever the width of the column', () => {
    const few = fc.array(values, { minLength: 1, maxLength: ROWS });
    fc.assert(
      fc.property(few, values, values, (numbers, a, b) => {
        const [from, to] = [Math.min(a, b), Math.max(a, b)];
        const expected = numbers.flatMap((value, row) => (Number.isFinite(value) && value >= from && value <= to ? [row] : []));
        const blank = numbers.flatMap((value, row) => (value === BLANK ? [row] : []));
        for (const kernel of kernels) {
          const column = columnOf(kernel, numbers);
          const [t, u] = [takeBits(kernel, WORDS), takeBits(kernel, WORDS)];
          column.scan(from, to, t, u, 'put', WHOLE);
          expect(rowsOf(t)).toEqual(expected);
          expect(rowsOf(u)).toEqual(blank);
          expect(column.blanks).toBe(blank.length);
          column.scanBlank(t, 'add', WHOLE);
          expect(rowsOf(t)).toEqual([...expected, ...blank].sort((x, y) => x - y));
          column.scan(from, to, t, null, 'take', WHOLE);
          expect(rowsOf(t)).toEqual(blank);
          kernel.give(t);
          kernel.give(u);
        }
      }),
      { numRuns: 400 },
    );
  });

  it('leave the words outside a stretch alone', () => {
    for (const kernel of kernels) {
      const column = columnOf(
        kernel,
        Array.from({ length: ROWS }, () => 7),
      );
      const t = bitsOf(kernel, []);
      column.scan(7, 7, t, null, 'put', { first: 2, end: 3 });
      expect(rowsOf(t)).toEqual(Array.from({ length: 32 }, (_, i) => 64 + i));
    }
  });

  it('narrow, hold back, join and count alike', () => {
    const words = fc.array(fc.integer(), { minLength: WORDS, maxLength: WORDS });
    fc.assert(
      fc.property(fc.array(fc.tuple(words, fc.option(words)), { maxLength: 5 }), words, words, (parts, start, other) => {
        const [plain, simd] = kernels.map((kernel) => {
          const conditions = parts.map(([t, u]) => {
            const yes = bitsOf(kernel, t);
            return {
              t: yes,
              u:
                u &&
                bitsOf(
                  kernel,
                  u.map((word, w) => word & ~(t[w] as number)),
                ),
            };
          });
          const [all, none, one] = [bitsOf(kernel, start), bitsOf(kernel, start), bitsOf(kernel, [])];
          kernel.narrow(conditions, all, none, one);
          const joined = (['and', 'or', 'andNot'] as const).map((op) => {
            const out = bitsOf(kernel, other);
            kernel.combine(op, all, out, out, { first: 1, end: WORDS });
            return [...out];
          });
          return [[...all], [...none], [...one], kernel.held(conditions, one), kernel.count(none), joined];
        });
        expect(simd).toEqual(plain);
      }),
    );
  });

  it('give memory that was given back, and never the same twice', () => {
    const [, kernel] = kernels as [Kernel, Kernel];
    const first = kernel.take(100);
    const second = kernel.take(100);
    expect(first.byteOffset).not.toBe(second.byteOffset);
    kernel.give(first);
    expect(kernel.take(97).byteOffset).toBe(first.byteOffset);
  });
});

describe('a column of numbers', () => {
  it('is as narrow as its values and keeps them all when it widens', () => {
    const column = columnOf(plainKernel(), [1, BLANK, NOT_APPLICABLE]);
    const read = (): number[] => [0, 1, 2].map((row) => column.get(row));
    const widths: string[] = [];
    for (const value of [126, 127, 40_000, 3_000_000_000, 0.5]) {
      column.set(0, value);
      widths.push(column.values.constructor.name);
      expect(read()).toEqual([value, BLANK, NOT_APPLICABLE]);
    }
    expect(widths).toEqual(['Int8Array', 'Int16Array', 'Int32Array', 'Float64Array', 'Float64Array']);
    expect(column.get(ROWS - 1)).toBe(NOT_APPLICABLE);
  });
});

describe('rasterOf', () => {
  const shapes: fc.Arbitrary<DrawnShape> = fc.oneof(
    fc.record({
      type: fc.constant('Circle' as const),
      center: fc.constant<[number, number]>([-66, 40.6]),
      radiusMeters: fc.double({ min: 3, max: 40_000, noNaN: true }),
    }),
    fc
      .tuple(
        fc.integer({ min: 3, max: 24 }),
        fc.double({ min: 0.0001, max: 0.2, noNaN: true }),
        fc.array(fc.double({ min: 0.2, max: 1, noNaN: true }), { minLength: 24, maxLength: 24 }),
      )
      .map(([corners, size, radii]) => {
        const ring = Array.from({ length: corners }, (_, i): [number, number] => {
          const angle = (2 * Math.PI * i) / corners;
          return [-66 + size * (radii[i] as number) * Math.cos(angle), 40.6 + size * (radii[i] as number) * Math.sin(angle)];
        });
        const hole = ring.map(([x, y]): [number, number] => [-66 + (x + 66) / 3, 40.6 + (y - 40.6) / 3]);
        return {
          type: 'Polygon' as const,
          coordinates: [
            [...ring, ring[0] as [number, number]],
            [...hole, hole[0] as [number, number]],
          ],
        };
      }),
  );
  const point = fc.tuple(fc.double({ min: -1.2, max: 1.2, noNaN: true }), fc.double({ min: -1.2, max: 1.2, noNaN: true }));

  it('decides each place as the shape itself does, in either kernel', () => {
    fc.assert(
      fc.property(
        shapes,
        fc.array(point, { minLength: 1, maxLength: ROWS }),
        fc.constantFrom(5000, 60_000, 1e6),
        (shape, points, many) => {
          const raster = rasterOf(shape, many);
          if (!raster) return;
          const extent =
            shape.type === 'Circle' ? shape.radiusMeters / 80_000 : (raster.east - raster.west) / PLACES_PER_DEGREE / 2;
          const positions = points.map(([x, y]): [number, number] => [-66 + x * extent, 40.6 + y * extent]);
          for (const kernel of kernels) {
            const [x, y] = [0, 1].map((axis) => {
              const { buffer, byteOffset } = kernel.take(4 * ROWS);
              const places = new Int32Array(buffer, byteOffset, ROWS);
              positions.forEach((position, row) => (places[row] = Math.round(position[axis as 0 | 1] * PLACES_PER_DEGREE)));
              return places;
            }) as [Int32Array, Int32Array];
            const among = bitsOf(kernel, []);
            positions.forEach((_, row) => (among[row >>> 5] = (among[row >>> 5] as number) | (1 << (row & 31))));
            const [inside, crossed] = [takeBits(kernel, WORDS), takeBits(kernel, WORDS)];
            kernel.raster(raster, { x, y }, among, inside, crossed);
            const decided = positions.map((position, row) =>
              hasBit(crossed, row) ? raster.exact(...position) : hasBit(inside, row),
            );
            expect(decided).toEqual(positions.map((position) => containsDrawn(shape, ...position)));
          }
        },
      ),
      { numRuns: 400 },
    );
  });

  it('leaves few places to be tested by themselves', () => {
    const raster = rasterOf({ type: 'Circle', center: [-66, 40.6], radiusMeters: 2000 });
    expect(raster?.cells.filter((cell) => cell === 2).length).toBeLessThan(0.12 * (raster?.cells.length ?? 0));
  });

  it('has none for a shape without extent, beyond a hemisphere or near a pole', () => {
    const flat: DrawnShape = {
      type: 'Polygon',
      coordinates: [
        [
          [-66, 40],
          [-66, 41],
          [-66, 40.5],
          [-66, 40],
        ],
      ],
    };
    expect(rasterOf(flat)).toBeNull();
    expect(rasterOf({ type: 'Circle', center: [0, 80], radiusMeters: 500 })).toBeNull();
    expect(
      rasterOf({
        type: 'Polygon',
        coordinates: [
          [
            [-170, -80],
            [170, -80],
            [170, 80],
            [-170, -80],
          ],
        ],
      }),
    ).toBeNull();
  });
});
