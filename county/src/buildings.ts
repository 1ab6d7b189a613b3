import type { Point } from './ground.js';
import type { Parcel } from './parcels.js';

const SQUARE_METRES_PER_SQUARE_FOOT = 0.092903;

/** The outline of what stands on a parcel, in metres, closed; null where nothing does. A building's units share one. */
export function footprintOf({ home, outline, building }: Parcel): Point[] | null {
  if (home.livingArea === 0) return null;
  const [left, right, , backLeft] = outline as [Point, Point, Point, Point];
  const frontage = Math.hypot(right[0] - left[0], right[1] - left[1]);
  const depth = Math.hypot(backLeft[0] - left[0], backLeft[1] - left[1]);
  const at = (s: number, d: number): Point => [
    left[0] + ((right[0] - left[0]) / frontage) * s + ((backLeft[0] - left[0]) / depth) * d,
    left[1] + ((right[1] - left[1]) / frontage) * s + ((backLeft[1] - left[1]) / depth) * d,
  ];
  const attached = home.subType === 'Townhouse' || building !== null;
  const ground = building
    ? (frontage - 4) * Math.min(depth - 8, 18)
    : (home.livingArea * SQUARE_METRES_PER_SQUARE_FOOT * 1.12) / Math.max(1, home.stories);
  const wide = Math.min(frontage - (attached ? 1 : 4), Math.max(7, Math.sqrt(ground * 1.35)));
  const deep = Math.min(depth - 6, Math.max(6, ground / wide));
  const front = attached ? 2.5 : Math.min(9, depth * 0.2);
  const from = (frontage - wide) / 2;
  if (home.garage === 0 || attached)
    return ring([at(from, front), at(from + wide, front), at(from + wide, front + deep), at(from, front + deep)]);
  // the garage stands forward, at one side
  const garage = Math.min(wide * 0.45, 3.2 * home.garage);
  return ring([
    at(from, front),
    at(from + garage, front),
    at(from + garage, front + 2.5),
    at(from + wide, front + 2.5),
    at(from + wide, front + 2.5 + deep),
    at(from, front + 2.5 + deep),
  ]);
}

function ring(points: readonly Point[]): Point[] {
  return [...points, points[0] as Point];
}
