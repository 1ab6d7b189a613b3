import { orient2d } from 'robust-predicates';
import { SplayTreeSet } from 'splaytree-ts';
import type { LonLat } from './distance.js';
import type { PolygonRings } from './inside.js';

interface Segment {
  readonly ring: number;
  readonly index: number;
  /** How many its ring has; Infinity of a line that does not come back to where it began. */
  readonly count: number;
  readonly a: LonLat;
  readonly b: LonLat;
  /** Its ends again, the one further west first (of two as far west, the one further south). */
  readonly first: LonLat;
  readonly last: LonLat;
}

/** A place where edges begin or end. */
interface Corner {
  readonly at: LonLat;
  readonly begins: Segment[];
  readonly ends: Segment[];
}

/**
 * A place where a polygon's outline crosses or touches itself, as the numbers of the two edges
 * (from 1, within their rings), or null when it is simple. Neighbouring edges may share their corner, and so may the last and
 * the first of a ring; a line need not be closed.
 *
 * A sweep from west to east keeps the edges that it is over in order from south to north, and compares each only with its
 * neighbours: n log n for n corners, whatever the outline (M. I. Shamos, D. Hoey, Geometric intersection problems, FOCS
 * 1976). The order is exact, by signs of robust determinants.
 */
export function selfCrossing(rings: PolygonRings): { readonly edges: readonly [number, number] } | null {
  const crossing: { pair: readonly [Segment, Segment] | null } = { pair: null };
  const compare = (s: Segment, t: Segment): void => {
    if (!crossing.pair && meets(...inOrder(s, t))) crossing.pair = inOrder(s, t);
  };
  const isFound = (): boolean => crossing.pair !== null;
  const over = new SplayTreeSet<Segment>((s, t) => {
    if (s === t) return 0;
    const order = isBefore(s.first, t.first) ? -besides(s, t) : besides(t, s);
    // two that lie on each other where the sweep stands
    if (order === 0) compare(s, t);
    return order;
  });
  for (const { begins, ends } of cornersOf(rings)) {
    const here = [...new Set([...ends, ...begins])];
    for (let i = 0; i < here.length && !isFound(); i++)
      for (let j = i + 1; j < here.length && !isFound(); j++) compare(here[i] as Segment, here[j] as Segment);
    for (const segment of ends) {
      if (isFound()) break;
      const [below, above] = [over.lastBefore(segment), over.firstAfter(segment)];
      over.delete(segment);
      if (below && above) compare(below, above);
    }
    for (const segment of begins) {
      if (isFound()) break;
      // an edge without length meets what its neighbours meet
      if (segment.first === segment.last) continue;
      over.add(segment);
      if (isFound()) break;
      const [below, above] = [over.lastBefore(segment), over.firstAfter(segment)];
      if (below) compare(below, segment);
      if (above) compare(segment, above);
    }
    if (crossing.pair) return edgesOf(crossing.pair);
  }
  return null;
}

function edgesOf([s, t]: readonly [Segment, Segment]): { readonly edges: readonly [number, number] } {
  return { edges: [s.index + 1, t.index + 1] };
}

/** All corners from west to east, each with the edges that begin and end there as the sweep meets them. */
function cornersOf(rings: PolygonRings): Corner[] {
  const ends: { at: LonLat; segment: Segment; begins: boolean }[] = [];
  for (const [r, ring] of rings.entries()) {
    const count = isClosed(ring) ? ring.length - 1 : Infinity;
    for (let i = 0; i + 1 < ring.length; i++) {
      const [a, b] = [ring[i] as LonLat, ring[i + 1] as LonLat];
      const isPoint = a[0] === b[0] && a[1] === b[1];
      const [first, last] = isPoint ? [a, a] : isBefore(a, b) ? [a, b] : [b, a];
      const segment = { ring: r, index: i, count, a, b, first, last };
      ends.push({ at: first, segment, begins: true }, { at: last, segment, begins: false });
    }
  }
  ends.sort(({ at: p }, { at: q }) => p[0] - q[0] || p[1] - q[1]);
  const corners: Corner[] = [];
  for (const { at, segment, begins } of ends) {
    let corner = corners[corners.length - 1];
    if (corner?.at[0] !== at[0] || corner.at[1] !== at[1]) corners.push((corner = { at, begins: [], ends: [] }));
    (begins ? corner.begins : corner.ends).push(segment);
  }
  return corners;
}

function isBefore(p: LonLat, q: LonLat): boolean {
  return p[0] < q[0] || (p[0] === q[0] && p[1] < q[1]);
}

/** On which side of an edge another lies that begins no further west: above 0 to its north, below 0 to its south. */
function besides(s: Segment, later: Segment): number {
  // orient2d is positive clockwise
  return -(orient2d(...s.first, ...s.last, ...later.first) || orient2d(...s.first, ...s.last, ...later.last));
}

function inOrder(s: Segment, t: Segment): readonly [Segment, Segment] {
  return s.ring < t.ring || (s.ring === t.ring && s.index < t.index) ? [s, t] : [t, s];
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
