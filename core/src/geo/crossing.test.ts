import fc from 'fast-check';
import { orient2d } from 'robust-predicates';
import { describe, expect, it } from 'vitest';
import type { LonLat } from './distance.js';
import { selfCrossing } from './crossing.js';
import type { PolygonRings } from './inside.js';

describe('selfCrossing of a line that is not closed', () => {
  const path: LonLat[] = [
    [0, 0],
    [4, 0],
    [4, 3],
  ];

  it.each([
    [[2, 2], null],
    [[2, -1], { edges: [1, 3] }],
    [[0, 0], null],
  ] as const)('finds whether a third side to %j crosses the first', (next, crossing) => {
    // the last one closes it: then the first side and the third are neighbours
    expect(selfCrossing([[...path, next as LonLat]])).toEqual(crossing);
  });
});

/** Whether any two edges meet that may not, each pair by itself: the oracle of the sweep. */
function crossesByPairs(rings: PolygonRings): boolean {
  const edges = rings.flatMap((ring, r) => {
    const isClosed = ring.length > 1 && String(ring[0]) === String(ring.at(-1));
    return ring.slice(1).map((b, i) => ({ r, i, n: isClosed ? ring.length - 1 : Infinity, a: ring[i] as LonLat, b }));
  });
  const on = (p: LonLat, a: LonLat, b: LonLat): boolean =>
    orient2d(...a, ...b, ...p) === 0 &&
    [0, 1].every((k) => p[k as 0] >= Math.min(a[k as 0], b[k as 0]) && p[k as 0] <= Math.max(a[k as 0], b[k as 0]));
  return edges.some((s, at) =>
    edges.slice(at + 1).some((t) => {
      const gap = s.r === t.r ? t.i - s.i : NaN;
      const joined = gap === 1 ? s.b : gap === s.n - 1 ? s.a : null;
      const ends = [s.a, s.b].filter((p) => on(p, t.a, t.b)).concat([t.a, t.b].filter((p) => on(p, s.a, s.b)));
      // neighbours share their corner and nothing else
      if (joined) return ends.some((p) => String(p) !== String(joined));
      const sides = (p: LonLat, q: LonLat, u: LonLat, v: LonLat): boolean =>
        Math.sign(orient2d(...p, ...q, ...u)) * Math.sign(orient2d(...p, ...q, ...v)) < 0;
      return ends.length > 0 || (sides(s.a, s.b, t.a, t.b) && sides(t.a, t.b, s.a, s.b));
    }),
  );
}

describe('selfCrossing by a sweep', () => {
  // few whole numbers, so that corners lie on edges and edges on each other, upright ones too
  const line = fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 5 })), { minLength: 2, maxLength: 9 });
  const ring = line.filter((corners) => corners.length > 2).map((corners) => [...corners, corners[0] as [number, number]]);
  const rings = fc.oneof(
    line.map((corners) => [corners]),
    fc.array(ring, { minLength: 1, maxLength: 3 }),
  );

  it('agrees with every pair of edges looked at by itself, in all their touching ways', () => {
    const seen = { crossing: 0, simple: 0 };
    fc.assert(
      fc.property(rings, (outline) => {
        const crossing = selfCrossing(outline);
        expect(crossing !== null).toBe(crossesByPairs(outline));
        seen[crossing ? 'crossing' : 'simple']++;
      }),
      { numRuns: 20_000 },
    );
    expect(Math.min(seen.crossing, seen.simple)).toBeGreaterThan(1000);
  });

  it('names two edges that really meet', () => {
    fc.assert(
      fc.property(line, (corners) => {
        const [s, t] = selfCrossing([corners])?.edges ?? [0, 0];
        if (s === 0) return;
        expect(s).toBeLessThan(t);
        const among = t - s === 1 ? [corners.slice(s - 1, t + 1)] : [corners.slice(s - 1, s + 1), corners.slice(t - 1, t + 1)];
        expect(crossesByPairs(among)).toBe(true);
      }),
      { numRuns: 5000 },
    );
  });

  it('compares each edge of a zigzag, whose boxes all overlap, with few others', () => {
    const teeth = 20_000;
    const zigzag = Array.from({ length: teeth }, (_, i): LonLat => [i / teeth, i % 2 === 0 ? i / teeth : 40 + i / teeth]);
    let compared = 0;
    const counted = zigzag.map(
      (corner) => new Proxy(corner, { get: (of, key) => (compared++, Reflect.get(of, key) as unknown) }),
    );
    expect(selfCrossing([counted])).toBeNull();
    // every pair would be 200 million
    expect(compared).toBeLessThan(400 * teeth);
  });
});
