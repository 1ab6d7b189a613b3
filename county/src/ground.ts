/** Metres east and north of the county's origin at sea, 40.6 N 66.0 W. */
export type Point = readonly [east: number, north: number];

const ORIGIN = { longitude: -66, latitude: 40.6 };
const METRES_PER_DEGREE = { longitude: 84_630, latitude: 111_040 };

/** Half the county's width and height in metres. */
export const REACH = { east: 17_000, north: 17_000 };

/** Longitude, latitude in degrees, to a tenth of a metre. */
export function lonLat([east, north]: Point): [number, number] {
  return [
    round(ORIGIN.longitude + east / METRES_PER_DEGREE.longitude),
    round(ORIGIN.latitude + north / METRES_PER_DEGREE.latitude),
  ];
}

function round(degrees: number): number {
  return Math.round(degrees * 1e6) / 1e6;
}

/** How far east the shore runs at a northing, in metres: bays, heads and the mouth of the Dunnock. */
export function shoreAt(north: number): number {
  const y = north / 1000;
  const swell = 1500 * Math.sin(y / 3.4 + 0.6) + 750 * Math.sin(y / 1.35 + 2) + 260 * Math.sin(y / 0.52);
  const mouth = 2600 * Math.exp(-(((y + 3.95) / 0.7) ** 2));
  return -6100 + swell + mouth;
}

/** The Dunnock's middle line from its mouth eastwards into the hills, and its half width there. */
export function riverAt(east: number): { north: number; halfWidth: number } {
  const x = east / 1000;
  const north = -3100 + 900 * Math.sin(x / 2.6 + 1.8) - 900 * Math.sin(1.8 - 1.3) + x * 95;
  return { north, halfWidth: Math.max(22, 190 * Math.exp(-(x + 4) / 4.2)) };
}

export function isWater([east, north]: Point): boolean {
  const river = riverAt(east);
  return east < shoreAt(north) || Math.abs(north - river.north) < river.halfWidth;
}

/** Metres to the sea, roughly: the least over nearby shore points. */
export function toShore([east, north]: Point): number {
  let nearest = Infinity;
  for (let d = -3000; d <= 3000; d += 150) nearest = Math.min(nearest, Math.hypot(east - shoreAt(north + d), d));
  return nearest;
}

/** The sea as a closed ring, west of the shore. */
export function sea(): Point[] {
  const shore: Point[] = [];
  for (let north = -REACH.north - 6000; north <= REACH.north + 6000; north += 90) shore.push([shoreAt(north), north]);
  const west = -REACH.east - 14_000;
  return close([...shore, [west, REACH.north + 6000], [west, -REACH.north - 6000]]);
}

export function river(): Point[] {
  const upper: Point[] = [];
  const lower: Point[] = [];
  for (let east = -10_500; east <= REACH.east + 6000; east += 120) {
    const { north, halfWidth } = riverAt(east);
    upper.push([east, north + halfWidth]);
    lower.push([east, north - halfWidth]);
  }
  return close([...lower, ...upper.reverse()]);
}

/** A rounded, uneven outline about a centre, counter-clockwise. */
export function blob([east, north]: Point, radius: number, phase: number, unevenness = 0.16): Point[] {
  return close(
    Array.from({ length: 40 }, (_, i): Point => {
      const a = (i / 40) * 2 * Math.PI;
      const r = radius * (1 + unevenness * Math.sin(2 * a + phase) + unevenness * 0.6 * Math.sin(3 * a + phase * 2.3));
      return [east + r * Math.cos(a), north + r * Math.sin(a)];
    }),
  );
}

function close(points: readonly Point[]): Point[] {
  return [...points, points[0] as Point];
}
