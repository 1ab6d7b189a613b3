import type { DrawnShape } from '../search/document.js';
import { boxAbout } from './box.js';
import { metresPerDegree } from './distance.js';
import type { LonLat } from './distance.js';

/** A shape moved by metres east and north, its corners keeping their places to one another within a thousandth over a county. */
export function moved(shape: DrawnShape, east: number, north: number): DrawnShape {
  const middle = middleOf(shape);
  const [perLon, perLat] = metresPerDegree(middle[1]);
  return withCorners(shape, ([lon, lat]) => rounded([lon + east / perLon, lat + north / perLat]));
}

/** A shape made larger or smaller about its middle; circles by their distance. */
export function resized(shape: DrawnShape, factor: number): DrawnShape {
  if (shape.type === 'Circle') return { ...shape, radiusMeters: Math.max(1, Math.round(shape.radiusMeters * factor)) };
  const [x, y] = middleOf(shape);
  return withCorners(shape, ([lon, lat]) => rounded([x + (lon - x) * factor, y + (lat - y) * factor]));
}

/** The middle of a circle, or of the box about a shape. */
export function middleOf(shape: DrawnShape): LonLat {
  if (shape.type === 'Circle') return shape.center;
  const [west, south, east, north] = boxAbout(shape.type === 'Polygon' ? shape.coordinates.flat() : shape.coordinates.flat(2));
  return [(west + east) / 2, (south + north) / 2];
}

function withCorners(shape: DrawnShape, at: (corner: LonLat) => LonLat): DrawnShape {
  switch (shape.type) {
    case 'Circle':
      return { ...shape, center: at(shape.center) };
    case 'Polygon':
      return { ...shape, coordinates: shape.coordinates.map((ring) => ring.map(at)) };
    case 'MultiPolygon':
      return { ...shape, coordinates: shape.coordinates.map((rings) => rings.map((ring) => ring.map(at))) };
  }
}

/** Seven decimals of a degree are a centimetre. */
function rounded([lon, lat]: LonLat): LonLat {
  return [Math.round(lon * 1e7) / 1e7, Math.round(lat * 1e7) / 1e7];
}
