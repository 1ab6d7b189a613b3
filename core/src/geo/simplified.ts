import simplify from 'simplify-js';
import { selfCrossing } from './crossing.js';
import { metresPerDegree } from './distance.js';
import type { LonLat } from './distance.js';

/**
 * A closed ring with fewer corners: those left are corners of the first, and no point of it lies farther than `metres`
 * from the new one (D. H. Douglas, T. K. Peucker, 1973, doi:10.3138/FM57-6770-U75U-7727, on a plane tangent at its middle).
 * A ring that is simple stays so: where fewer corners would make it cross itself, fewer are left out.
 */
export function simplified(ring: readonly LonLat[], metres: number): LonLat[] {
  const wasSimple = selfCrossing([ring]) === null;
  for (let tolerance = metres; tolerance > metres / 100; tolerance /= 2) {
    const fewer = reduced(ring, tolerance);
    if (fewer.length >= 4 && (!wasSimple || selfCrossing([fewer]) === null)) return fewer;
  }
  return [...ring];
}

function reduced(ring: readonly LonLat[], metres: number): LonLat[] {
  const [lon0, lat0] = ring[0] ?? [0, 0];
  const [east, north] = metresPerDegree(lat0);
  const points = ring.map((corner) => ({ x: (corner[0] - lon0) * east, y: (corner[1] - lat0) * north, corner }));
  // a ring is cut where it is farthest from its beginning, for a line between two equal ends says nothing of distances
  const far = points.reduce(
    (best, { x, y }, i) => (Math.hypot(x, y) > Math.hypot(points[best]?.x ?? 0, points[best]?.y ?? 0) ? i : best),
    0,
  );
  const half = (from: number, to: number): typeof points => simplify(points.slice(from, to + 1), metres, true) as typeof points;
  return [...half(0, far), ...half(far, points.length - 1).slice(1)].map(({ corner }) => corner);
}
