import { orient2d } from 'robust-predicates';
import { distance, metresPerDegree } from './distance.js';
import type { LonLat } from './distance.js';

export type Ring = readonly LonLat[];
export type PolygonRings = readonly Ring[];

/** Whether a point lies inside a closed ring or on its edge, edges straight in longitude and latitude; decided exactly. */
export function inRing(x: number, y: number, ring: Ring): boolean {
  return sideOfRing(x, y, ring) >= 0;
}

/** 1 inside, 0 on an edge, −1 outside. */
export function sideOfRing(x: number, y: number, ring: Ring): -1 | 0 | 1 {
  let inside = false;
  // read by index: destructuring would cost this loop a factor of four
  for (let i = 1; i < ring.length; i++) {
    const a = ring[i - 1] as LonLat;
    const b = ring[i] as LonLat;
    const ay = a[1];
    const by = b[1];
    if ((y < ay && y < by) || (y > ay && y > by)) continue;
    const ax = a[0];
    const bx = b[0];
    const turn = orient2d(ax, ay, bx, by, x, y);
    if (turn === 0 && x >= Math.min(ax, bx) && x <= Math.max(ax, bx)) return 0;
    // half-open in latitude, so that a shared corner is crossed once
    if (ay > y !== by > y && turn > 0 === ay > by) inside = !inside;
  }
  return inside ? 1 : -1;
}

/** Whether a point lies in a polygon with holes; all edges, those of holes too, belong to it. */
export function inPolygon(x: number, y: number, rings: PolygonRings): boolean {
  const [outer, ...holes] = rings;
  if (!outer || !inRing(x, y, outer)) return false;
  return holes.every((hole) => sideOfRing(x, y, hole) <= 0);
}

/** Whether a point lies within a geodesic circle, its edge included. */
export function inCircle(x: number, y: number, center: LonLat, radiusMeters: number): boolean {
  // a flat estimate decides all but the band near the edge; for circles of a county's size it errs by far less than 1 %
  const [east, north] = metresPerDegree((y + center[1]) / 2);
  const estimate = Math.hypot((x - center[0]) * east, (y - center[1]) * north);
  if (radiusMeters < 200_000) {
    if (estimate < radiusMeters * 0.99) return true;
    if (estimate > radiusMeters * 1.01) return false;
  }
  return distance(center, [x, y]) <= radiusMeters;
}

/** Metres from a point to the nearest edge of a ring, on a plane tangent at the point (within 0.1 % up to 20 miles). */
export function metresToRing(x: number, y: number, ring: Ring): number {
  const [east, north] = metresPerDegree(y);
  let nearest = Infinity;
  for (let i = 1; i < ring.length; i++) {
    const [ax, ay] = ring[i - 1] as LonLat;
    const [bx, by] = ring[i] as LonLat;
    const px = (ax - x) * east;
    const py = (ay - y) * north;
    const dx = (bx - ax) * east;
    const dy = (by - ay) * north;
    const along = dx === 0 && dy === 0 ? 0 : Math.max(0, Math.min(1, -(px * dx + py * dy) / (dx * dx + dy * dy)));
    nearest = Math.min(nearest, Math.hypot(px + along * dx, py + along * dy));
  }
  return nearest;
}
