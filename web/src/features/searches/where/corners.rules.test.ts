import fc from 'fast-check';
import type { LonLat, Polygon } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { readCorners, writeCorners } from './corners.rules.js';

const PLACES = [{ name: 'Ferry Square', at: [-66.006, 40.609] as const }];

describe('typed corners', () => {
  it('are read as latitude and longitude, however written, or as places by their names', () => {
    const { shape, corners, problems } = readCorners('40.61 N 66.02 W\n  40.62, -66.00 \nferry square\n', PLACES);
    expect(problems).toEqual([]);
    expect(corners).toBe(3);
    expect(shape?.coordinates).toEqual([
      [
        [-66.02, 40.61],
        [-66, 40.62],
        [-66.006, 40.609],
        [-66.02, 40.61],
      ],
    ]);
  });

  it.each([
    ['40.61 N 66.02 W\n40.62 N 66 W', ['An outline needs at least three corners; this one has 2.']],
    ['40.61 N 66.02 W\nnowhere\n40.6 N 66 W', [/^Row 2: “nowhere” is neither/, /three corners/]],
    ['40.60 N 66 W\n40.62 N 65.98 W\n40.60 N 65.98 W\n40.62 N 66 W', [/^Sides 1 and 3 cross/]],
    ['40.6 N 66.1 W\n40.7 N 66 W\n40.6 N 65.9 W\n\n40.61 N 66 W', [/^A hole needs at least three corners/]],
  ])('that make no bound are told why: %j', (text, says) => {
    const { shape, problems } = readCorners(text, PLACES);
    expect(shape).toBeNull();
    expect(problems).toHaveLength(says.length);
    says.forEach((each, i) => expect(problems[i]).toMatch(each));
  });

  it('say nothing of what is not typed yet', () =>
    expect(readCorners('\n \n', PLACES)).toEqual({ shape: null, corners: 0, problems: [] }));

  it('are written as they are read, with holes', () => {
    const around = (metres: number): LonLat[] => {
      const ring = [0, 1, 2, 3, 4].map((i): LonLat => [
        Math.round((-66 + metres * Math.cos(1.25 * i)) * 1e6) / 1e6,
        Math.round((40.6 + metres * Math.sin(1.25 * i)) * 1e6) / 1e6,
      ]);
      return [...ring, ring[0] as LonLat];
    };
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 900 }), fc.boolean(), (size, holed) => {
        const shape: Polygon = { type: 'Polygon', coordinates: [around(size / 1e4), ...(holed ? [around(size / 3e4)] : [])] };
        expect(readCorners(writeCorners(shape), []).shape).toEqual(shape);
      }),
    );
  });
});
