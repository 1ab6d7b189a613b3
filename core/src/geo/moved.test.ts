import geodesic from 'geographiclib-geodesic';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DrawnShape } from '../search/document.js';
import { circleRing, distance } from './distance.js';
import type { LonLat } from './distance.js';
import { middleOf, moved, resized } from './moved.js';

const place = fc.tuple(fc.double({ min: -66.2, max: -65.8, noNaN: true }), fc.double({ min: 40.4, max: 40.8, noNaN: true }));
const metres = fc.integer({ min: -5000, max: 5000 });
const ringOf = (shape: DrawnShape): readonly LonLat[] => (shape.type === 'Polygon' ? (shape.coordinates[0] as LonLat[]) : []);
/** Square metres on the ellipsoid (Karney). */
const areaOf = (shape: DrawnShape): number => {
  const polygon = geodesic.Geodesic.WGS84.Polygon(false);
  for (const [lon, lat] of ringOf(shape).slice(1)) polygon.AddPoint(lat, lon);
  return Math.abs(polygon.Compute(false, true).area as number);
};

describe('moved', () => {
  it('goes as far as it is told, by Karney’s geodesics, and keeps its corners in their places', () => {
    fc.assert(
      fc.property(place, metres, metres, (center, east, north) => {
        const shape: DrawnShape = { type: 'Polygon', coordinates: [circleRing(center, 800, 24)] };
        const there = moved(shape, east, north);
        const far = Math.hypot(east, north);
        expect(Math.abs(distance(middleOf(shape), middleOf(there)) - far)).toBeLessThan(0.002 * far + 0.1);
        expect(areaOf(there) / areaOf(shape)).toBeCloseTo(1, 2);
        expect(ringOf(there)[0]).toEqual(ringOf(there).at(-1));
        const circle = moved({ type: 'Circle', center, radiusMeters: 500 }, east, north);
        expect(circle).toMatchObject({ type: 'Circle', radiusMeters: 500 });
      }),
      { numRuns: 200 },
    );
  });
});

describe('resized', () => {
  it('grows by the square of its factor about its middle', () => {
    fc.assert(
      fc.property(place, fc.double({ min: 0.5, max: 3, noNaN: true }), (center, factor) => {
        const shape: DrawnShape = { type: 'Polygon', coordinates: [circleRing(center, 900, 24)] };
        const larger = resized(shape, factor);
        expect(areaOf(larger) / areaOf(shape)).toBeCloseTo(factor ** 2, 1);
        expect(distance(middleOf(shape), middleOf(larger))).toBeLessThan(0.1);
        expect(resized({ type: 'Circle', center, radiusMeters: 100 }, factor)).toMatchObject({
          radiusMeters: Math.round(100 * factor),
        });
      }),
      { numRuns: 100 },
    );
  });
});
