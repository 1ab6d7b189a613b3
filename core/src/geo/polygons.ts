import type { DrawnShape } from '../search/document.js';
import { circleRing } from './distance.js';
import type { LonLat } from './distance.js';

/** Metres by which a circle's corners, joined by straight sides, may fall short of it. */
export const CIRCLE_TOLERANCE = 1;

/** A drawn shape as polygons (outline first, then holes); a circle by corners on it, within `CIRCLE_TOLERANCE`. */
export function polygonsOf(shape: DrawnShape): readonly (readonly (readonly LonLat[])[])[] {
  switch (shape.type) {
    case 'Circle':
      return [[circleRing(shape.center, shape.radiusMeters, cornersFor(shape.radiusMeters))]];
    case 'Polygon':
      return [shape.coordinates];
    case 'MultiPolygon':
      return shape.coordinates;
  }
}

/** A side over an angle of 2a lies at most r (1 − cos a) within its circle. */
function cornersFor(radius: number): number {
  const half = Math.acos(Math.max(0, 1 - CIRCLE_TOLERANCE / radius));
  return Math.max(36, Math.min(720, Math.ceil(Math.PI / half)));
}
