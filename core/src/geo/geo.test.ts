import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { booleanPointInPolygon } from '@turf/boolean-point-in-polygon';
import { point, polygon } from '@turf/helpers';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { selfCrossing } from './crossing.js';
import { circleRing, destination, distance, metresPerDegree } from './distance.js';
import type { LonLat } from './distance.js';
import { inCircle, inPolygon, metresToRing } from './inside.js';
import { prepared } from './prepared.js';

const lonLat = fc.tuple(fc.double({ min: -66.2, max: -65.8, noNaN: true }), fc.double({ min: 40.4, max: 40.8, noNaN: true }));

/** A star-shaped ring about a centre: simple by construction. */
const stars = fc
  .tuple(lonLat, fc.array(fc.double({ min: 0.01, max: 0.1, noNaN: true }), { minLength: 3, maxLength: 24 }))
  .map(([[x, y], radii]): LonLat[] => {
    const ring = radii.map((r, i): LonLat => [
      x + r * Math.cos((2 * Math.PI * i) / radii.length),
      y + r * Math.sin((2 * Math.PI * i) / radii.length),
    ]);
    return [...ring, ring[0] as LonLat];
  });

describe('distance', () => {
  // C. F. F. Karney, test rows published with geographiclib-geodesic (test/geodesictest.js): lat1 lon1 azi1 lat2 lon2 azi2 s12 …
  const source = readFileSync(createRequire(import.meta.url).resolve('geographiclib-geodesic/test/geodesictest.js'), 'utf8');
  const table = /testcases\s*=\s*(\[[\s\S]*?\]\s*\]);/.exec(source)?.[1] ?? '[]';
  const rows = JSON.parse(
    table
      .replace(/\s+/g, ' ')
      .replace(/(\d)\.(?=[,\s\]])/g, '$1.0')
      .replace(/([[, ])\.(\d)/g, '$10.$2'),
  ) as number[][];

  it('has published rows to agree with', () => expect(rows.length).toBeGreaterThanOrEqual(20));
  it.each(rows)('agrees with Karney’s published row to 0.00001 mm from %d %d', (lat1, lon1, azi1, lat2, lon2, _azi2, s12) => {
    expect(Math.abs(distance([lon1, lat1], [lon2, lat2]) - s12)).toBeLessThan(1e-8);
    const [lon, lat] = destination([lon1, lat1], azi1, s12);
    expect(lat).toBeCloseTo(lat2, 12);
    expect(Math.abs(((lon - lon2 + 540) % 360) - 180)).toBeLessThan(1e-11);
  });

  it('draws a circle whose every corner is the radius away', () => {
    for (const corner of circleRing([-66, 40.6], 804.672)) expect(distance([-66, 40.6], corner)).toBeCloseTo(804.672, 5);
  });

  it('measures a degree as the geodesic does, to a part in a million', () => {
    const [east, north] = metresPerDegree(40.6);
    expect(Math.abs((distance([-66.0005, 40.6], [-65.9995, 40.6]) * 1000) / east - 1)).toBeLessThan(1e-6);
    expect(Math.abs((distance([-66, 40.5995], [-66, 40.6005]) * 1000) / north - 1)).toBeLessThan(1e-6);
  });
});

/** Even–odd in whole numbers: a coordinate of the county, times 2^60, is one. Edges belong to the ring. */
function inRingExactly(x: number, y: number, ring: readonly LonLat[]): boolean {
  const whole = (degrees: number): bigint => BigInt(degrees * 2 ** 60);
  const [px, py] = [whole(x), whole(y)];
  let inside = false;
  for (let i = 1; i < ring.length; i++) {
    const [ax, ay] = (ring[i - 1] as LonLat).map(whole) as [bigint, bigint];
    const [bx, by] = (ring[i] as LonLat).map(whole) as [bigint, bigint];
    const turn = (bx - ax) * (py - ay) - (by - ay) * (px - ax);
    const within = (px - ax) * (px - bx) <= 0n && (py - ay) * (py - by) <= 0n;
    if (turn === 0n && within) return true;
    if (ay > py !== by > py && turn > 0n === by > ay) inside = !inside;
  }
  return inside;
}

describe('inPolygon', () => {
  it('agrees with turf on random stars with holes, but for points within a nanometre of an edge, where turf rounds', () => {
    let compared = 0;
    fc.assert(
      fc.property(stars, fc.array(lonLat, { minLength: 5, maxLength: 20 }), (outer, points) => {
        const [cx, cy] = outer.reduce(([x, y], [px, py]) => [x + px / outer.length, y + py / outer.length], [0, 0]);
        const hole = outer.map(([x, y]): [number, number] => [cx + (x - cx) / 4, cy + (y - cy) / 4]);
        for (const rings of [[outer], [outer, hole]]) {
          const shape = polygon(rings.map((ring) => ring.map(([x, y]) => [x, y])));
          for (const [x, y] of [...points, [cx, cy] as const]) {
            if (rings.some((ring) => metresToRing(x, y, ring) < 1e-9)) continue;
            compared++;
            expect(inPolygon(x, y, rings)).toBe(booleanPointInPolygon(point([x, y]), shape));
          }
        }
      }),
      { numRuns: 1000 },
    );
    expect(compared).toBeGreaterThan(10_000);
  });

  it('decides points on and beside an edge as whole numbers do, without any rounding', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    const nudge = fc.integer({ min: -2, max: 2 });
    const beside = fc.array(fc.tuple(fc.nat(), share, nudge, nudge), { minLength: 10, maxLength: 20 });
    const ULP = 2 ** -46;
    const seen = { inside: 0, outside: 0 };
    fc.assert(
      fc.property(stars, beside, (ring, places) => {
        for (const [n, t, dx, dy] of places) {
          const [ax, ay] = ring[n % (ring.length - 1)] as LonLat;
          const [bx, by] = ring[(n % (ring.length - 1)) + 1] as LonLat;
          const [x, y] = [ax + t * (bx - ax) + dx * ULP, ay + t * (by - ay) + dy * ULP];
          const exact = inRingExactly(x, y, ring);
          seen[exact ? 'inside' : 'outside']++;
          expect(inPolygon(x, y, [ring])).toBe(exact);
          expect(prepared({ type: 'Polygon', coordinates: [ring] })(x, y)).toBe(exact);
        }
      }),
      { numRuns: 500 },
    );
    expect(Math.min(seen.inside, seen.outside)).toBeGreaterThan(1000);
  });

  it('holds each corner and each middle of an edge that can be written exactly', () => {
    const ring: LonLat[] = [
      [0, 0],
      [4, 0],
      [4, 2],
      [2, 2],
      [2, 4],
      [0, 4],
      [0, 0],
    ];
    for (const [x, y] of [...ring, [2, 0], [4, 1], [3, 2], [2, 3], [1, 4], [0, 2]] as LonLat[])
      expect(inPolygon(x, y, [ring])).toBe(true);
    expect(inPolygon(3, 3, [ring])).toBe(false);
  });
});

describe('inCircle', () => {
  it('decides as the geodesic distance does', () => {
    fc.assert(
      fc.property(lonLat, lonLat, fc.double({ min: 1, max: 40_000, noNaN: true }), (center, [x, y], radius) => {
        expect(inCircle(x, y, center, radius)).toBe(distance(center, [x, y]) <= radius);
      }),
      { numRuns: 3000 },
    );
  });
});

describe('prepared', () => {
  it('decides as the plain tests do, on corners and level with them too', () => {
    fc.assert(
      fc.property(stars, fc.array(lonLat, { maxLength: 30 }), (outer, points) => {
        const [cx, cy] = outer[0] as LonLat;
        const hole = outer.map(([x, y]): LonLat => [cx + (x - cx) / 3, cy + (y - cy) / 3]);
        const level = outer.flatMap(([x, y]): LonLat[] => [
          [x, y],
          [x - 0.013, y],
          [x + 0.013, y],
        ]);
        for (const rings of [[outer], [outer, hole]]) {
          const test = prepared({ type: 'Polygon', coordinates: rings });
          for (const [x, y] of [...points, ...level]) expect(test(x, y)).toBe(inPolygon(x, y, rings));
        }
      }),
      { numRuns: 1000 },
    );
  });

  it('decides circles as the geodesic distance does, at any latitude', () => {
    const anywhere = fc.tuple(fc.double({ min: -170, max: 170, noNaN: true }), fc.double({ min: -85, max: 85, noNaN: true }));
    const away = fc.double({ min: 0, max: 1.05, noNaN: true });
    fc.assert(
      fc.property(
        anywhere,
        fc.double({ min: 1, max: 90_000, noNaN: true }),
        fc.double({ max: 360, noNaN: true, min: 0 }),
        away,
        (center, radius, azimuth, share) => {
          const [x, y] = destination(center, azimuth, radius * share);
          expect(prepared({ type: 'Circle', center, radiusMeters: radius })(x, y)).toBe(distance(center, [x, y]) <= radius);
        },
      ),
      { numRuns: 3000 },
    );
  });
});

describe('metresToRing', () => {
  it('is within 0.1 % of the geodesic distance to the nearest of many points of the edge', () => {
    const ring: LonLat[] = [
      [-66, 40.6],
      [-65.9, 40.6],
      [-65.9, 40.65],
      [-66, 40.6],
    ];
    const edge = ring.slice(1).flatMap(([bx, by], i) =>
      Array.from({ length: 2001 }, (_, k): LonLat => {
        const [ax, ay] = ring[i] as LonLat;
        return [ax + ((bx - ax) * k) / 2000, ay + ((by - ay) * k) / 2000];
      }),
    );
    for (const from of [
      [-66.05, 40.58],
      [-65.95, 40.7],
      [-65.85, 40.62],
      [-65.95, 40.61],
    ] as LonLat[]) {
      const exact = Math.min(...edge.map((to) => distance(from, to)));
      expect(Math.abs(metresToRing(...from, ring) / exact - 1)).toBeLessThan(0.001);
    }
  });
});

describe('selfCrossing', () => {
  it('finds nothing wrong with a star', () => {
    fc.assert(
      fc.property(stars, (ring) => void expect(selfCrossing([ring])).toBeNull()),
      { numRuns: 500 },
    );
  });
  it('finds the crossing of a bow-tie, by its sides', () => {
    expect(
      selfCrossing([
        [
          [0, 0],
          [2, 2],
          [2, 0],
          [0, 2],
          [0, 0],
        ],
      ])?.edges,
    ).toEqual([1, 3]);
  });
  it('finds a side that runs back over the one before, and two rings that cross', () => {
    expect(
      selfCrossing([
        [
          [0, 0],
          [4, 0],
          [2, 0],
          [2, 2],
          [0, 0],
        ],
      ]),
    ).not.toBeNull();
    expect(
      selfCrossing([
        [
          [0, 0],
          [4, 0],
          [4, 4],
          [0, 4],
          [0, 0],
        ],
        [
          [1, 1],
          [6, 1],
          [6, 2],
          [1, 2],
          [1, 1],
        ],
      ]),
    ).not.toBeNull();
  });
  it('answers for 20,000 corners', () => {
    const ring = Array.from({ length: 20_001 }, (_, i): LonLat => [
      Math.cos((2 * Math.PI * (i % 20_000)) / 20_000),
      Math.sin((2 * Math.PI * (i % 20_000)) / 20_000),
    ]);
    expect(selfCrossing([ring])).toBeNull();
  });
});
