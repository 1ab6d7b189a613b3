import type { DrawnShape, LonLat } from '@perambula/core';
import { enclosedBy, selfCrossing, simplified, squareMetresOf } from '@perambula/core';

/** Metres that a loop drawn by hand is smoothed by at most; 30 feet. */
const SMOOTHING = 9.144;
/** Square metres below which a loop was no more than a slip of the hand. */
const LEAST = 25;

/** What a hand has drawn, closed, smoothed and without crossings; null when it goes around nothing. */
export function loopShape(points: readonly LonLat[]): { readonly shape: DrawnShape | null; readonly mended: boolean } {
  const ring = simplified([...points, points[0] as LonLat], SMOOTHING);
  const mended = selfCrossing([ring]) !== null;
  const shape: DrawnShape | null = mended ? enclosedBy(ring) : { type: 'Polygon', coordinates: [ring] };
  return shape && ring.length > 3 && squareMetresOf(shape) > LEAST ? { shape, mended } : { shape: null, mended: false };
}
