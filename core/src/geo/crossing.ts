import Flatbush from 'flatbush';
import { orient2d } from 'robust-predicates';
import type { LonLat } from './distance.js';
import type { PolygonRings } from './inside.js';

interface Segment {
  readonly ring: number;
  readonly index: number;
  /** How many its ring has; Infinity of a line that does not come back to where it began. */
  readonly count: number;
  readonly a: LonLat;
  readonly b: LonLat;
}

/**
 * The first place where a polygon's outline crosses or touches itself, as the numbers of the two edges
 * (from 1, within their rings), or null when it is simple. Neighbouring edges may share their corner, and so may the last and
 * the first of a ring; a line need not be closed.
 */
export function selfCrossing(rings: PolygonRings): { readonly edges: readonly [number, number] } | null {
  const segments: Segment[] = rings.flatMap((ring, r) =>
    ring
      .slice(1)
      .map((b, i) => ({ ring: r, index: i, count: isClosed(ring) ? ring.length - 1 : Infinity, a: ring[i] as LonLat, b })),
  );
  if (segments.length === 0) return null;
  const index = new Flatbush(segments.length);
  for (const { a, b } of segments) {
    index.add(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1]));
  }
  index.finish();
  for (let i = 0; i < segments.length; i++) {
    const s = segments[i] as Segment;
    const near = index.search(
      Math.min(s.a[0], s.b[0]),
      Math.min(s.a[1], s.b[1]),
      Math.max(s.a[0], s.b[0]),
      Math.max(s.a[1], s.b[1]),
      (j) => j > i,
    );
    for (const j of near) {
      const t = segments[j] as Segment;
      if (meets(s, t)) return { edges: [s.index + 1, t.index + 1] };
    }
  }
  return null;
}

function isClosed(ring: readonly LonLat[]): boolean {
  const [first, last] = [ring[0], ring[ring.length - 1]];
  return first !== undefined && last !== undefined && first[0] === last[0] && first[1] === last[1];
}

function meets(s: Segment, t: Segment): boolean {
  if (s.ring === t.ring) {
    const gap = t.index - s.index;
    if (gap === 1) return foldsBack(s.a, s.b, t.b);
    if (gap === s.count - 1) return foldsBack(s.b, s.a, t.a);
  }
  const d1 = orient2d(...s.a, ...s.b, ...t.a);
  const d2 = orient2d(...s.a, ...s.b, ...t.b);
  const d3 = orient2d(...t.a, ...t.b, ...s.a);
  const d4 = orient2d(...t.a, ...t.b, ...s.b);
  if (d1 === 0 && d2 === 0) return overlaps(s, t);
  // signs, not products: a product of tiny turns underflows to zero
  return Math.sign(d1) !== Math.sign(d2) && Math.sign(d3) !== Math.sign(d4);
}

/** Whether two edges that share the corner `b` run back over each other. */
function foldsBack(a: LonLat, b: LonLat, c: LonLat): boolean {
  const dot = (a[0] - b[0]) * (c[0] - b[0]) + (a[1] - b[1]) * (c[1] - b[1]);
  return orient2d(...a, ...b, ...c) === 0 && dot > 0;
}

function overlaps(s: Segment, t: Segment): boolean {
  const apart = (k: 0 | 1): boolean =>
    Math.max(s.a[k], s.b[k]) < Math.min(t.a[k], t.b[k]) || Math.max(t.a[k], t.b[k]) < Math.min(s.a[k], s.b[k]);
  return !apart(0) && !apart(1);
}
