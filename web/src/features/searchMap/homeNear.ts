import { distance } from '@perambula/core';
import type { LonLat } from '@perambula/core';
import { positionOf } from '../map/index.js';
import type { Marks } from '../map/index.js';

/** Metres beyond which a home is not what is here. */
const NEAR_HOME = 400;

/** The home nearest to a point, and how far it is; null where none is near enough to be what is there. */
export function homeNear(marks: Marks | null, at: LonLat): { readonly key: string; readonly metres: number } | null {
  if (!marks) return null;
  let best: { place: number; far: number } | null = null;
  for (let place = 0; place < marks.answer.keys.length; place++) {
    const [lon, lat] = positionOf(marks.answer, place);
    // longitudes are three quarters as long as latitudes here; the distance that is said is the geodesic one
    const far = Math.hypot((lon - at[0]) * 0.76, lat - at[1]);
    if (!best || far < best.far) best = { place, far };
  }
  if (!best) return null;
  const metres = distance(at, positionOf(marks.answer, best.place));
  const key = marks.answer.keys[best.place];
  return key !== undefined && metres <= NEAR_HOME ? { key, metres } : null;
}
