import type { DrawnShape, LonLat } from '@perambula/core';
import { distance } from '@perambula/core';
import fc from 'fast-check';
import Feature from 'ol/Feature.js';
import { Circle, LineString, Point } from 'ol/geom.js';
import { describe, expect, it } from 'vitest';
import { markSource } from '../../shared/status.js';
import { landStyle, nameStyle, nearStyle, townStyle } from './baseStyles.js';
import { geometryOf, shapeOf } from './boundGeometry.js';

const again = (shape: DrawnShape): DrawnShape => shapeOf(geometryOf(shape));
const corner = fc
  .tuple(fc.integer({ min: -66_200_000, max: -65_800_000 }), fc.integer({ min: 40_400_000, max: 40_800_000 }))
  .map(([x, y]): LonLat => [x / 1e6, y / 1e6]);

describe('a bound on the map', () => {
  it('comes back as the circle that it was, to a metre', () => {
    fc.assert(
      fc.property(corner, fc.integer({ min: 20, max: 50_000 }), (center, radiusMeters) => {
        const back = again({ type: 'Circle', center, radiusMeters });
        if (back.type !== 'Circle') throw new Error(back.type);
        expect(distance(back.center, center)).toBeLessThan(0.2);
        expect(Math.abs(back.radiusMeters - radiusMeters)).toBeLessThanOrEqual(1);
      }),
    );
  });
  it('keeps its corners to a tenth of a metre, and stays closed', () => {
    fc.assert(
      fc.property(fc.array(corner, { minLength: 3, maxLength: 30 }), (corners) => {
        const ring = [...corners, corners[0] as LonLat];
        for (const shape of [
          { type: 'Polygon', coordinates: [ring] },
          { type: 'MultiPolygon', coordinates: [[ring], [ring]] },
        ] as const) {
          const back = again(shape);
          if (back.type === 'Circle') throw new Error(back.type);
          expect(back.type).toBe(shape.type);
          const first = (back.type === 'Polygon' ? back.coordinates[0] : back.coordinates[0]?.[0]) as readonly LonLat[];
          expect(first).toHaveLength(ring.length);
          expect(first.at(-1)).toEqual(first[0]);
          for (const [i, point] of first.entries()) expect(distance(point, ring[i] as LonLat)).toBeLessThan(0.2);
        }
      }),
    );
  });
  it('drawn with no extent is still one metre wide', () => {
    expect(shapeOf(new Circle([0, 0], 0))).toMatchObject({ type: 'Circle', radiusMeters: 1 });
  });
});

const feature = (properties: object): Feature => new Feature({ geometry: new Point([0, 0]), ...properties });
/** Metres a pixel, from a single lot to the whole county. */
const RESOLUTIONS = [0.3, 0.6, 1, 2, 4, 6, 8, 10, 15, 25, 60, 150];
const shownAt = (style: typeof nameStyle, properties: object): number[] =>
  RESOLUTIONS.filter((resolution) => style(feature(properties), resolution) !== undefined);

describe('the base map', () => {
  it.each([
    ['lot', 2],
    ['number', 0.6],
  ])('shows a %s from near only', (layer, farthest) => {
    const shown = shownAt(nearStyle, { layer, name: '27' });
    expect(shown).toEqual(RESOLUTIONS.filter((resolution) => resolution <= farthest));
  });
  it('shows land and water at any distance, and lesser ways from nearer than greater ones', () => {
    for (const layer of ['sea', 'island', 'wood', 'river', 'rail', 'ferry'])
      expect(shownAt(landStyle, { layer })).toEqual(RESOLUTIONS);
    const farthest = (layer: string): number => Math.max(...shownAt(landStyle, { layer }));
    expect(farthest('lane')).toBeLessThan(farthest('arterial'));
    expect(farthest('footpath')).toBeLessThan(farthest('street'));
  });
  it('names greater ways from farther off', () => {
    const farthest = (layer: string): number => Math.max(...shownAt(nameStyle, { layer, name: 'Lantern Ln' }));
    expect(farthest('street')).toBeLessThan(farthest('arterial'));
    expect(farthest('arterial')).toBeLessThan(farthest('highway'));
  });
  it('names a town above the listings while it is in view as a whole, and never twice', () => {
    const town = { layer: 'townLabel', name: 'Sedge Ferry' };
    expect(shownAt(townStyle, town)).toEqual(RESOLUTIONS.filter((resolution) => resolution > 2.4));
    expect(shownAt(nameStyle, town)).toEqual([]);
    expect(shownAt(townStyle, { layer: 'street', name: '1st St' })).toEqual([]);
  });
  it('writes the number of a state route beside its local name', () => {
    const styles = nameStyle(feature({ layer: 'highway', name: 'Main St', route: 'SR 12' }), 4);
    expect([styles].flat().map((style) => style?.getText()?.getText())).toEqual(['Main St', 'SR 12']);
  });
  it('knows nothing of layers that it does not have', () => {
    for (const style of [landStyle, nameStyle, townStyle])
      expect(style(new Feature({ geometry: new LineString([]), layer: 'pylon' }), 1)).toBeUndefined();
  });
});

describe('a listing’s mark', () => {
  const STATUSES = ['Active', 'Coming Soon', 'Active Under Contract', 'Pending', 'Closed'];
  it('is told by its shape: no two statuses look alike, but those that are off the market', () => {
    expect(new Set(STATUSES.map((status) => markSource(status))).size).toBe(STATUSES.length);
    expect(markSource('Expired')).toBe(markSource('Withdrawn'));
    expect(markSource('Expired')).not.toBe(markSource('Closed'));
  });
});
