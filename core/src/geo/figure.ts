import { Clipper, ClipType, FillRule, PolyTree64 } from 'clipper2-ts';
import type { Path64, Paths64, PolyPath64 } from 'clipper2-ts';
import type { Bound, DrawnShape, MultiPolygon } from '../search/document.js';
import type { LonLat } from './distance.js';
import { polygonsOf } from './polygons.js';

/** Corners are reckoned in whole ten millionths of a degree, about a centimetre. */
const PLACES = 1e7;

/**
 * The ground that drawn bounds leave: the union of those kept in, less the union of those kept out (all the world where
 * none is kept in is not drawn: null). Corners move by at most a centimetre, and circles are within a metre of
 * themselves; which homes lie inside is never decided by it. Outlines run counter-clockwise, holes clockwise.
 */
export function figureOf(bounds: readonly Pick<Bound, 'mode' | 'shape'>[]): MultiPolygon | null {
  const pathsOf = (mode: Bound['mode']): Paths64 =>
    bounds.flatMap(({ mode: own, shape }) => (own === mode && shape.type !== 'TravelTime' ? evenly(shape) : []));
  const keptIn = pathsOf('in');
  return keptIn.length === 0 ? null : combined(ClipType.Difference, keptIn, pathsOf('out'), FillRule.NonZero);
}

/** All that lies in any of some shapes. */
export function unionOf(shapes: readonly DrawnShape[]): MultiPolygon {
  return combined(ClipType.Union, shapes.flatMap(evenly), null, FillRule.NonZero);
}

/**
 * A loop that may cross itself, as the ground that it goes about: each part by itself, and what it goes about twice once.
 * Null when it encloses nothing.
 */
export function enclosedBy(ring: readonly LonLat[]): DrawnShape | null {
  const { coordinates } = combined(ClipType.Union, [pathOf(ring)], null, FillRule.NonZero);
  const [only] = coordinates;
  if (!only) return null;
  return coordinates.length === 1 ? { type: 'Polygon', coordinates: only } : { type: 'MultiPolygon', coordinates };
}

/** A shape's rings, turned so that the non-zero rule fills outlines and leaves out holes. */
function evenly(shape: DrawnShape): Paths64 {
  return polygonsOf(shape).flatMap((rings) =>
    rings.map((ring, i) => {
      const path = pathOf(ring);
      return Clipper.isPositive(path) === (i === 0) ? path : path.reverse();
    }),
  );
}

function combined(type: ClipType, subject: Paths64, clip: Paths64 | null, rule: FillRule): MultiPolygon {
  const tree = new PolyTree64();
  Clipper.booleanOpWithPolyTree(type, subject, clip, tree, rule);
  const coordinates: LonLat[][][] = [];
  const take = (outline: PolyPath64): void => {
    const rings = [ringOf(outline)];
    for (const hole of childrenOf(outline)) {
      rings.push(ringOf(hole));
      childrenOf(hole).forEach(take);
    }
    coordinates.push(rings);
  };
  childrenOf(tree).forEach(take);
  return { type: 'MultiPolygon', coordinates };
}

const childrenOf = (path: PolyPath64): PolyPath64[] => Array.from({ length: path.count }, (_, i) => path.child(i));

/** Without the corner that a closed ring repeats. */
function pathOf(ring: readonly LonLat[]): Path64 {
  return ring.slice(0, -1).map(([lon, lat]) => ({ x: Math.round(lon * PLACES), y: Math.round(lat * PLACES) }));
}

function ringOf({ poly }: PolyPath64): LonLat[] {
  const ring = (poly ?? []).map(({ x, y }): LonLat => [x / PLACES, y / PLACES]);
  return [...ring, ring[0] as LonLat];
}
