import type { LonLat } from './distance.js';
import type { Ring } from './inside.js';

/** Twice the signed area of a closed ring in square degrees: above 0 when it runs counter-clockwise. */
export function turning(ring: Ring): number {
  let sum = 0;
  const [x0 = 0, y0 = 0] = ring[0] ?? [];
  for (let i = 1; i < ring.length; i++) {
    const [ax, ay] = ring[i - 1] as LonLat;
    const [bx, by] = ring[i] as LonLat;
    // about the first corner, so that small rings keep their digits
    sum += (ax - x0) * (by - y0) - (bx - x0) * (ay - y0);
  }
  return sum;
}

/** Polygons with outlines counter-clockwise and holes clockwise, as RFC 7946 (3.1.6) has them. */
export function wound(polygons: readonly (readonly Ring[])[]): LonLat[][][] {
  return polygons.map((rings) => rings.map((ring, i) => (turning(ring) > 0 === (i === 0) ? [...ring] : [...ring].reverse())));
}
