import { containsDrawn, polygonsOf, selfCrossing } from '@perambula/core';
import type { DrawnShape, LonLat } from '@perambula/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { loopShape } from './loopShape.js';

const at = (metres: number, turn: number): LonLat => [
  -66 + (metres / 84_600) * Math.cos(turn),
  40.6 + (metres / 111_000) * Math.sin(turn),
];

describe('a loop drawn by hand', () => {
  it('becomes an outline that does not cross itself and holds its middle', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 4000 }),
        fc.array(fc.double({ min: 0.93, max: 1.07, noNaN: true }), { minLength: 20, maxLength: 200 }),
        (metres, uneven) => {
          const { shape } = loopShape(uneven.map((part, i) => at(metres * part, (6.2 * i) / uneven.length)));
          for (const rings of polygonsOf(shape as DrawnShape)) expect(selfCrossing(rings)).toBeNull();
          expect(containsDrawn(shape as DrawnShape, -66, 40.6)).toBe(true);
        },
      ),
    );
  });

  it('is mended where it crosses itself', () => {
    const eight = [at(500, 0.8), at(500, 3.9), at(500, 5.5), at(500, 2.3)];
    const { shape, mended } = loopShape(eight);
    expect(mended).toBe(true);
    expect(polygonsOf(shape as DrawnShape)).toHaveLength(2);
  });

  it('is nothing where the hand only slipped', () => {
    expect(loopShape([at(1, 0), at(2, 1), at(1, 2)]).shape).toBeNull();
    expect(loopShape([at(500, 0), at(0, 0), at(500, 0)]).shape).toBeNull();
  });
});
