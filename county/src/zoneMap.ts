import { Clipper, ClipType, EndType, FillRule, JoinType, PolyTree64 } from 'clipper2-ts';
import type { Paths64, PolyPath64 } from 'clipper2-ts';
import { contours } from 'd3-contour';
import type { County } from './county.js';
import { collection } from './features.js';
import type { Feature, FeatureCollection } from './features.js';
import { blob, floodZoneAt, ISLANDS, lonLat, REACH, sea } from './ground.js';
import type { FloodZone, Point } from './ground.js';
import type { Parcel } from './parcels.js';

/** Metres that a district reaches beyond its lots: so much more while they are joined, so much in the end. */
const JOINED = 70;
const BEYOND = 25;
/** Metres of a cell in which flood zones are told apart. */
const FLOOD_CELL = 85;

/** Areas that people name or ask about, as GeoJSON: postal areas and school zones, cut off at the coast; districts; flood zones. */
export function zoneMap({ zones, parcels }: County): FeatureCollection {
  const land = landOf();
  return collection([
    ...zones.map(({ kind, name, ring }) => feature(kind, name, ClipType.Intersection, [pathOf(ring)], land)),
    ...districts(parcels),
    ...(['AE', 'VE'] as const).map((zone) => feature('flood', zone, ClipType.Intersection, floodOf(zone), land)),
  ]);
}

function landOf(): Paths64 {
  const { east, north } = REACH;
  const frame: Point[] = [
    [-east, -north],
    [east, -north],
    [east, north],
    [-east, north],
  ];
  const coast = Clipper.difference([pathOf(frame)], [pathOf(sea())], FillRule.NonZero);
  const islands = ISLANDS.map(({ at, radius, phase }) => pathOf(blob(at, radius, phase)));
  return Clipper.union([...coast, ...islands], FillRule.NonZero);
}

/** A district is the ground of its lots, and of the streets between them. */
function districts(parcels: readonly Parcel[]): Feature[] {
  const lots = new Map<string, Paths64>();
  for (const { district, outline } of parcels) {
    const own = lots.get(district) ?? [];
    lots.set(district, own);
    own.push(pathOf(outline));
  }
  return [...lots].map(([name, own]) => {
    const facing = own.map((path) => (Clipper.isPositive(path) ? path : path.reverse()));
    const joined = Clipper.inflatePaths(facing, JOINED, JoinType.Miter, EndType.Polygon);
    const ground = Clipper.inflatePaths(joined, BEYOND - JOINED, JoinType.Miter, EndType.Polygon);
    return feature('district', name, ClipType.Union, Clipper.simplifyPaths(ground, 4), null);
  });
}

function floodOf(zone: FloodZone): Paths64 {
  const [columns, rows] = [Math.ceil((2 * REACH.east) / FLOOD_CELL), Math.ceil((2 * REACH.north) / FLOOD_CELL)];
  const at = ([x, y]: readonly number[]): Point => [
    -REACH.east + (x as number) * FLOOD_CELL,
    -REACH.north + (y as number) * FLOOD_CELL,
  ];
  const wet = Array.from({ length: columns * rows }, (_, i) =>
    floodZoneAt(at([(i % columns) + 0.5, Math.floor(i / columns) + 0.5])) === zone ? 1 : 0,
  );
  const [area] = contours().size([columns, rows]).thresholds([0.5])(wet);
  return (area?.coordinates ?? []).flat().map((ring) => pathOf(ring.map(at)));
}

const pathOf = (ring: readonly Point[]): Paths64[number] => ring.map(([x, y]) => ({ x: Math.round(x), y: Math.round(y) }));

/** What comes of two sets of outlines, as a MultiPolygon. */
function feature(layer: string, name: string, type: ClipType, subject: Paths64, clip: Paths64 | null): Feature {
  const tree = new PolyTree64();
  Clipper.booleanOpWithPolyTree(type, subject, clip, tree, FillRule.NonZero);
  const coordinates: [number, number][][][] = [];
  const take = (outline: PolyPath64): void => {
    coordinates.push([ringOf(outline), ...childrenOf(outline).map(ringOf)]);
    for (const hole of childrenOf(outline)) childrenOf(hole).forEach(take);
  };
  childrenOf(tree).forEach(take);
  return { type: 'Feature', geometry: { type: 'MultiPolygon', coordinates }, properties: { layer, name } };
}

const childrenOf = (path: PolyPath64): PolyPath64[] => Array.from({ length: path.count }, (_, i) => path.child(i));

function ringOf({ poly }: PolyPath64): [number, number][] {
  const ring = (poly ?? []).map(({ x, y }) => lonLat([x, y]));
  return [...ring, ring[0] as [number, number]];
}
