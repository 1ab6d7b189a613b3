import type { DrawnShape, LonLat } from '@perambula/core';
import { distance, destination } from '@perambula/core';
import { Circle, MultiPolygon, Polygon } from 'ol/geom.js';
import type { Geometry } from 'ol/geom.js';
import { fromLonLat, toLonLat } from 'ol/proj.js';

/** A place on the map's own plane. */
export const project = (corner: LonLat): number[] => fromLonLat([corner[0], corner[1]]);
/** Six decimals of a degree are a tenth of a metre. */
export const unproject = (coordinate: number[]): LonLat =>
  toLonLat(coordinate).map((degrees) => Math.round(degrees * 1e6) / 1e6) as unknown as LonLat;

/** A bound's shape on the map. A circle keeps its centre and one point of its edge, so that it can be dragged. */
export function geometryOf(shape: DrawnShape): Geometry {
  switch (shape.type) {
    case 'Circle': {
      const centre = project(shape.center);
      const edge = project(destination(shape.center, 90, shape.radiusMeters));
      return new Circle(centre, Math.hypot((edge[0] ?? 0) - (centre[0] ?? 0), (edge[1] ?? 0) - (centre[1] ?? 0)));
    }
    case 'Polygon':
      return new Polygon(shape.coordinates.map((ring) => ring.map(project)));
    case 'MultiPolygon':
      return new MultiPolygon(shape.coordinates.map((rings) => rings.map((ring) => ring.map(project))));
  }
}

/** The shape of what was drawn or moved on the map. */
export function shapeOf(geometry: Geometry): DrawnShape {
  if (geometry instanceof Circle) {
    const [x = 0, y = 0] = geometry.getCenter();
    const center = unproject([x, y]);
    return {
      type: 'Circle',
      center,
      radiusMeters: Math.max(1, Math.round(distance(center, unproject([x + geometry.getRadius(), y])))),
    };
  }
  if (geometry instanceof MultiPolygon)
    return { type: 'MultiPolygon', coordinates: geometry.getCoordinates().map((rings) => rings.map(closed)) };
  return { type: 'Polygon', coordinates: (geometry as Polygon).getCoordinates().map(closed) };
}

/** Rounding must not part the last corner from the first. */
function closed(ring: number[][]): LonLat[] {
  const corners = ring.map(unproject);
  return [...corners.slice(0, -1), corners[0] as LonLat];
}
