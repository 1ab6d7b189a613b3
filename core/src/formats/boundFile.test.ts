import fc from 'fast-check';
import fixtures from 'geojson-fixtures';
import { describe, expect, it } from 'vitest';
import type { DrawnShape } from '../search/document.js';
import { polygonsOf } from '../geo/polygons.js';
import { selfCrossing } from '../geo/crossing.js';
import { destination } from '../geo/distance.js';
import type { LonLat } from '../geo/distance.js';
import { turning } from '../geo/winding.js';
import { readBoundFile, writeBoundFile } from './boundFile.js';

const square: LonLat[] = [
  [-66.01, 40.6],
  [-66, 40.6],
  [-66, 40.61],
  [-66.01, 40.61],
  [-66.01, 40.6],
];
const hole: LonLat[] = [
  [-66.008, 40.602],
  [-66.002, 40.602],
  [-66.002, 40.608],
  [-66.008, 40.608],
  [-66.008, 40.602],
];
const feature = (geometry: unknown, properties: unknown = null): unknown => ({ type: 'Feature', geometry, properties });

describe('readBoundFile', () => {
  it('reads several at once, with holes, names and descriptions, and drops heights', () => {
    const { bounds, problems } = readBoundFile({
      type: 'FeatureCollection',
      features: [
        feature(
          { type: 'Polygon', coordinates: [square.map((at) => [...at, 12]), hole] },
          { name: 'Mill yard', description: 'not there' },
        ),
        feature({ type: 'MultiPolygon', coordinates: [[hole], [square]] }, { title: 'Two' }),
      ],
    });
    expect(problems).toEqual([]);
    expect(bounds[0]).toEqual({ name: 'Mill yard', note: 'not there', shape: { type: 'Polygon', coordinates: [square, hole] } });
    expect(bounds[1]?.name).toBe('Two');
  });

  it.each([
    [{ type: 'Polygon', coordinates: [square.slice(0, 4)] }, /^The feature, outline 1: An outline ends where it began/],
    [
      {
        type: 'Polygon',
        coordinates: [
          [
            [40.6, -66],
            [40.61, 166.3],
            [40.6, -66.1],
            [40.6, -66],
          ],
        ],
      },
      /corner 2: .*latitude/,
    ],
    [
      { type: 'Polygon', coordinates: [[square[0], square[2], square[1], square[3], square[0]]] },
      /crosses itself where its sides/,
    ],
    [{ type: 'LineString', coordinates: square.slice(0, 3) }, /does not come back to within 50 m/],
    [{ type: 'Point', coordinates: square[0] }, /encloses nothing/],
    [null, /has no geometry/],
    [
      {
        type: 'Polygon',
        coordinates: [
          [
            [170, 0],
            [-170, 0],
            [-170, 10],
            [170, 0],
          ],
        ],
      },
      /date line/,
    ],
  ])('says which feature is wrong, where, and why: %j', (geometry, says) => {
    const { bounds, problems } = readBoundFile(feature(geometry));
    expect(bounds).toEqual([]);
    expect(problems).toHaveLength(1);
    expect(problems[0]).toMatch(says);
  });

  it('reads what is right beside what is wrong, and names the wrong one', () => {
    const { bounds, problems } = readBoundFile({
      type: 'FeatureCollection',
      features: [
        feature({ type: 'Polygon', coordinates: [square] }),
        feature({ type: 'Point', coordinates: [0, 0] }, { name: 'Well' }),
      ],
    });
    expect(bounds).toHaveLength(1);
    expect(problems).toEqual(['Feature 2, “Well”: It is a point, and encloses nothing.']);
  });

  it('takes a track that was walked around a block, and one within it as its hole', () => {
    const walked = [...square.slice(0, 4), destination(square[0] as LonLat, 0, 30)];
    const { bounds } = readBoundFile(feature({ type: 'MultiLineString', coordinates: [walked, hole] }));
    expect(bounds[0]?.shape.type).toBe('Polygon');
    expect(polygonsOf(bounds[0]?.shape as DrawnShape)[0]).toHaveLength(2);
  });

  it('reads every area of geojson-fixtures as it stands, and never fails', () => {
    const all = Object.values(fixtures.all);
    expect(all.length).toBeGreaterThan(10);
    for (const each of all) expect(() => readBoundFile(each)).not.toThrow();
    const polygon = readBoundFile(fixtures.geometry.polygon);
    expect(polygon.bounds.map(({ shape }) => shape)).toEqual([fixtures.geometry.polygon]);
  });

  it('never fails, whatever it is given', () => {
    fc.assert(
      fc.property(fc.anything(), (value) => {
        const { problems, bounds } = readBoundFile(value);
        expect(problems.length + bounds.length).toBeGreaterThan(0);
      }),
    );
  });
});

describe('writeBoundFile', () => {
  const shape = fc.oneof(
    fc
      .tuple(fc.integer({ min: 50, max: 4000 }), fc.integer({ min: 3, max: 40 }), fc.boolean())
      .map(([metres, corners, clockwise]): DrawnShape => {
        const ring = Array.from({ length: corners }, (_, i) =>
          destination([-66, 40.6], ((clockwise ? 1 : -1) * 360 * i) / corners, metres),
        );
        return { type: 'Polygon', coordinates: [[...ring, ring[0] as LonLat]] };
      }),
    fc.integer({ min: 50, max: 4000 }).map((radiusMeters): DrawnShape => ({ type: 'Circle', center: [-66, 40.6], radiusMeters })),
  );

  it('is read back as it was, in the order of RFC 7946 (3.1.6), within its ranges, without crossings', () => {
    fc.assert(
      fc.property(fc.array(shape, { minLength: 1, maxLength: 4 }), (shapes) => {
        const text = writeBoundFile(shapes.map((each, i) => ({ name: `Area ${i + 1}`, shape: each })));
        const { bounds, problems } = readBoundFile(JSON.parse(text));
        expect(problems).toEqual([]);
        expect(bounds.map(({ name }) => name)).toEqual(shapes.map((_, i) => `Area ${i + 1}`));
        bounds.forEach((bound, i) => {
          const was = shapes[i] as DrawnShape;
          if (was.type === 'Circle') expect(bound.shape).toEqual(was);
          else expect(new Set(polygonsOf(bound.shape).flat(2).map(String))).toEqual(new Set(polygonsOf(was).flat(2).map(String)));
        });
        for (const each of (JSON.parse(text) as { features: { geometry: { coordinates: LonLat[][] } }[] }).features) {
          const rings = each.geometry.coordinates;
          expect(turning(rings[0] ?? [])).toBeGreaterThan(0);
          expect(selfCrossing(rings)).toBeNull();
          for (const [lon, lat] of rings.flat()) expect(Math.abs(lon) <= 180 && Math.abs(lat) <= 90).toBe(true);
        }
      }),
    );
  });
});
