import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { selfCrossing } from './crossing.js';
import { destination } from './distance.js';
import type { LonLat } from './distance.js';
import { metresToRing } from './inside.js';
import { simplified } from './simplified.js';

/** A loop as a hand draws it: many corners, a little uneven. */
const drawn = fc
  .tuple(
    fc.integer({ min: 200, max: 3000 }),
    fc.array(fc.double({ min: 0.9, max: 1.1, noNaN: true }), { minLength: 12, maxLength: 300 }),
  )
  .map(([metres, uneven]): LonLat[] => {
    const ring = uneven.map((part, i) => destination([-66, 40.6], (360 * i) / uneven.length, metres * part));
    return [...ring, ring[0] as LonLat];
  });

describe('simplified', () => {
  it('never moves the line by more than it may, keeps to its corners, and does not come to cross itself', () => {
    fc.assert(
      fc.property(drawn, fc.integer({ min: 1, max: 60 }), (ring, metres) => {
        const fewer = simplified(ring, metres);
        for (const [x, y] of ring) expect(metresToRing(x, y, fewer)).toBeLessThanOrEqual(metres * 1.002);
        expect(fewer.every((corner) => ring.includes(corner))).toBe(true);
        expect(fewer.at(0)).toEqual(fewer.at(-1));
        expect(selfCrossing([fewer])).toBeNull();
      }),
    );
  });

  it('leaves of a straight side its ends', () => {
    const along = Array.from({ length: 40 }, (_, i): LonLat => [-66 + i / 4000, 40.6]);
    const ring: LonLat[] = [...along, [-65.99, 40.61], [-66, 40.61], [-66, 40.6]];
    expect(simplified(ring, 3)).toHaveLength(5);
  });
});
