import area from '@turf/area';
import fc from 'fast-check';
import * as polyclip from 'polyclip-ts';
import { describe, expect, it } from 'vitest';
import type { Bound, DrawnShape } from '../search/document.js';
import { containsDrawn } from '../search/evaluate.js';
import { selfCrossing } from './crossing.js';
import { destination, distance } from './distance.js';
import type { LonLat } from './distance.js';
import { enclosedBy, figureOf, unionOf } from './figure.js';
import { metresToRing } from './inside.js';
import { polygonsOf } from './polygons.js';
import { turning } from './winding.js';

const place = fc.tuple(
  fc.integer({ min: -66_090_000, max: -65_910_000 }).map((n): number => n / 1e6),
  fc.integer({ min: 40_540_000, max: 40_660_000 }).map((n): number => n / 1e6),
);
/** Stars about a place: simple, with as many notches as corners. */
const star = fc
  .tuple(place, fc.array(fc.integer({ min: 60, max: 3500 }), { minLength: 3, maxLength: 24 }))
  .map(([centre, reaches]): DrawnShape => {
    const ring = reaches.map((metres, i) => destination(centre, -(360 * i) / reaches.length, metres));
    return { type: 'Polygon', coordinates: [[...ring, ring[0] as LonLat]] };
  });
const circle = fc
  .tuple(place, fc.integer({ min: 40, max: 3000 }))
  .map(([center, radiusMeters]): DrawnShape => ({ type: 'Circle', center, radiusMeters }));
/** Boxes of a coarse grid share corners and sides. */
const box = fc
  .tuple(...Array.from({ length: 4 }, () => fc.integer({ min: 0, max: 6 })))
  .map(([x = 0, y = 0, w = 0, h = 0]): DrawnShape => {
    const [west, south] = [-66.06 + x / 100, 40.56 + y / 100];
    const [east, north] = [west + (w + 1) / 100, south + (h + 1) / 100];
    return {
      type: 'Polygon',
      coordinates: [
        [
          [west, south],
          [east, south],
          [east, north],
          [west, north],
          [west, south],
        ],
      ],
    };
  });
const shape = fc.oneof(star, circle, box);
const bounds = fc.array(fc.record({ mode: fc.constantFrom('in', 'out'), shape }), { minLength: 1, maxLength: 6 }) as fc.Arbitrary<
  Pick<Bound, 'mode' | 'shape'>[]
>;
type Rings = [number, number][][][];
const ringsOf = (of: DrawnShape): Rings => polygonsOf(of).map((rings) => rings.map((ring) => ring.map(([x, y]) => [x, y])));
const areaOf = (coordinates: Rings): number => area({ type: 'MultiPolygon', coordinates });

describe('figureOf', () => {
  it('holds just the points that lie in a bound kept in and in none kept out, but near an edge', () => {
    fc.assert(
      fc.property(bounds, fc.array(place, { minLength: 30, maxLength: 30 }), (all, points) => {
        const figure = figureOf(all);
        const drawn = all.map(({ shape: each }) => each as DrawnShape);
        for (const [x, y] of points) {
          if (
            drawn.some((each) =>
              polygonsOf(each)
                .flat()
                .some((ring) => metresToRing(x, y, ring) < 2.5),
            )
          )
            continue;
          const lies = (mode: string): boolean =>
            all.some((each) => each.mode === mode && containsDrawn(each.shape as DrawnShape, x, y));
          expect(figure ? containsDrawn(figure, x, y) : false).toBe(lies('in') && !lies('out'));
        }
      }),
    );
  });

  it('covers as much as polyclip-ts makes of the same bounds', () => {
    fc.assert(
      fc.property(bounds, (all) => {
        const of = (mode: string): Rings[] =>
          all.filter((each) => each.mode === mode).map((each) => ringsOf(each.shape as DrawnShape));
        const [first, ...rest] = of('in');
        if (!first) return;
        const keptIn = polyclip.union(first, ...rest);
        const expected = of('out').length > 0 ? polyclip.difference(keptIn, ...of('out')) : keptIn;
        const ours = figureOf(all)?.coordinates as unknown as Rings;
        // a centimetre along some tens of kilometres of outline
        expect(Math.abs(areaOf(ours) - areaOf(expected as Rings))).toBeLessThan(1500);
      }),
      { numRuns: 40 },
    );
  });

  it('has outlines counter-clockwise and holes clockwise (RFC 7946, 3.1.6)', () => {
    fc.assert(
      fc.property(bounds, (all) => {
        for (const rings of figureOf(all)?.coordinates ?? []) rings.forEach((ring, i) => expect(turning(ring) > 0).toBe(i === 0));
      }),
    );
  });

  it('is nothing where nothing is kept in, and empty where all of it is kept out', () => {
    const only: DrawnShape = { type: 'Circle', center: [-66, 40.6], radiusMeters: 500 };
    expect(figureOf([{ mode: 'out', shape: only }])).toBeNull();
    expect(
      figureOf([
        { mode: 'in', shape: only },
        { mode: 'out', shape: only },
      ])?.coordinates,
    ).toEqual([]);
  });
});

describe('unionOf', () => {
  it('covers neither less than its largest part nor more than all of them', () => {
    fc.assert(
      fc.property(fc.array(shape, { minLength: 1, maxLength: 5 }), (all) => {
        const each = all.map((one) => areaOf(ringsOf(one)));
        const whole = areaOf(unionOf(all).coordinates as unknown as Rings);
        expect(whole).toBeGreaterThan(Math.max(...each) - 1500);
        expect(whole).toBeLessThan(each.reduce((a, b) => a + b) + 1500);
      }),
    );
  });
});

describe('enclosedBy', () => {
  const loop = (...ring: LonLat[]): LonLat[] => [...ring, ring[0] as LonLat];

  it('keeps both halves of a figure of eight', () => {
    const eight = enclosedBy(loop([-66, 40.6], [-65.98, 40.62], [-65.98, 40.6], [-66, 40.62]));
    expect(eight?.type).toBe('MultiPolygon');
    expect(containsDrawn(eight as DrawnShape, -65.998, 40.61)).toBe(true);
    expect(containsDrawn(eight as DrawnShape, -65.982, 40.61)).toBe(true);
    expect(containsDrawn(eight as DrawnShape, -65.99, 40.618)).toBe(false);
  });

  it('makes of any loop one that does not cross itself', () => {
    fc.assert(
      fc.property(fc.array(place, { minLength: 3, maxLength: 30 }), (corners) => {
        const whole = enclosedBy(loop(...corners));
        for (const rings of whole ? polygonsOf(whole) : []) expect(turning(rings[0] ?? [])).toBeGreaterThan(0);
      }),
    );
    const hand = loop([-66, 40.6], [-65.98, 40.6], [-65.98, 40.62], [-65.99, 40.599]);
    expect(selfCrossing([hand])).not.toBeNull();
    expect(selfCrossing(polygonsOf(enclosedBy(hand) as DrawnShape)[0] ?? [])).toBeNull();
  });

  it('has nothing of a line there and back', () => {
    expect(enclosedBy(loop([-66, 40.6], [-65.98, 40.62]))).toBeNull();
  });
});

describe('polygonsOf', () => {
  it('draws a circle within a metre of itself', () => {
    fc.assert(
      fc.property(circle, (each) => {
        if (each.type !== 'Circle') return;
        const [[ring = []] = []] = polygonsOf(each);
        for (let i = 1; i < ring.length; i++) {
          const [a, b] = [ring[i - 1] as LonLat, ring[i] as LonLat];
          const short = each.radiusMeters - distance(each.center, [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]);
          expect(short).toBeLessThan(1.02);
        }
      }),
    );
  });
});
