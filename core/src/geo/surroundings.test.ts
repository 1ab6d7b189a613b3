import geodesic from 'geographiclib-geodesic';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { METRES_PER_MILE } from './distance.js';
import type { LonLat } from './distance.js';
import { surroundingsOf } from './surroundings.js';

const coordinate = fc.integer({ min: -90_000, max: 90_000 }).map((n) => n / 1e6);
const place = fc.tuple(coordinate, coordinate).map(([x, y]): LonLat => [-66 + x, 40.6 + y]);
const station = (at: LonLat) => ({ properties: { layer: 'station' }, geometry: { type: 'Point', coordinates: at } });
const { WGS84 } = geodesic.Geodesic;
const metres = (a: LonLat, b: LonLat): number => WGS84.Inverse(a[1], a[0], b[1], b[0]).s12 as number;

describe('surroundingsOf', () => {
  it('finds the nearest station, by Karney’s geodesics', () => {
    fc.assert(
      fc.property(place, fc.array(place, { minLength: 1, maxLength: 12 }), (home, stations) => {
        const { station: near } = surroundingsOf({ features: stations.map(station) })(home);
        expect(near).toBeCloseTo(Math.min(...stations.map((at) => metres(home, at))) / METRES_PER_MILE, 2);
      }),
    );
  });

  it('finds the nearest shore: no point along it is nearer, and one is as near', () => {
    fc.assert(
      fc.property(place, fc.array(place, { minLength: 3, maxLength: 20 }), (home, corners) => {
        const ring = [...corners, corners[0] as LonLat];
        const features = [{ properties: { layer: 'sea' }, geometry: { type: 'Polygon', coordinates: [ring] } }];
        const { shore } = surroundingsOf({ features })(home);
        const along = ring.slice(1).flatMap((b, i) => {
          const a = ring[i] as LonLat;
          return Array.from({ length: 400 }, (_, k) =>
            metres(home, [a[0] + ((b[0] - a[0]) * k) / 399, a[1] + ((b[1] - a[1]) * k) / 399]),
          );
        });
        const nearest = Math.min(...along) / METRES_PER_MILE;
        // points 400 to a side lie up to some forty metres apart
        expect(shore).toBeLessThanOrEqual(nearest + 0.006 + nearest * 0.001);
        expect(shore).toBeGreaterThan(nearest - 0.03);
      }),
      { numRuns: 60 },
    );
  });

  it('says nothing where the map has neither', () => {
    expect(surroundingsOf({ features: [] })([-66, 40.6])).toEqual({ station: null, shore: null });
  });
});
