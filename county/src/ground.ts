/** Metres east and north of the county's origin at sea, 40.6 N 66.0 W. */
export type Point = readonly [east: number, north: number];

/** Metres in an international mile. */
export const METRES_PER_MILE = 1609.344;

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

/** Where the sea comes in: the mouth of the Dunnock, and the harbors of the coastal towns; in kilometres north, and metres. */
const BAYS = [
  { at: -3.95, reach: 0.7, metres: 2600 },
  { at: 1.4, reach: 1.9, metres: 2250 },
  { at: 8.9, reach: 1.2, metres: 1850 },
  { at: -11.8, reach: 1.7, metres: 2350 },
];

/** How far east the shore runs at a northing, in metres: bays, heads and the mouth of the Dunnock. */
export function shoreAt(north: number): number {
  const y = north / 1000;
  const swell = 1500 * Math.sin(y / 3.4 + 0.6) + 750 * Math.sin(y / 1.35 + 2) + 260 * Math.sin(y / 0.52);
  const bays = BAYS.reduce((sum, { at, reach, metres }) => sum + metres * Math.exp(-(((y - at) / reach) ** 2)), 0);
  return -6100 + swell + bays;
}

/** The Dunnock's middle line from its mouth eastwards into the hills, and its half width there. */
function riverAt(east: number): { north: number; halfWidth: number } {
  const x = east / 1000;
  const north = -3100 + 900 * Math.sin(x / 2.6 + 1.8) - 900 * Math.sin(1.8 - 1.3) + x * 95;
  return { north, halfWidth: Math.max(22, 190 * Math.exp(-(x + 4) / 4.2)) };
}

/** The islands of the sound. */
export const ISLANDS: readonly { readonly name: string; readonly at: Point; readonly radius: number; readonly phase: number }[] =
  [
    { name: 'Gannet Island', at: [-9600, 4300], radius: 1150, phase: 1.1 },
    { name: 'Little Marl', at: [-8700, -2300], radius: 520, phase: 2.7 },
    { name: 'The Skerry', at: [-11300, 6500], radius: 300, phase: 0.4 },
    { name: 'Eelgrass Island', at: [-7300, -8300], radius: 420, phase: 4.2 },
  ];

export function isWater(at: Point): boolean {
  const [east, north] = at;
  const river = riverAt(east);
  if (Math.abs(north - river.north) < river.halfWidth) return true;
  return east < shoreAt(north) && !ISLANDS.some((island) => within(at, island));
}

/** Whether a point lies within the outline that `blob` draws. */
export function within(
  [east, north]: Point,
  { at, radius, phase }: { readonly at: Point; readonly radius: number; readonly phase: number },
): boolean {
  const far = Math.hypot(east - at[0], north - at[1]);
  if (far > radius * 1.4) return false;
  const a = Math.atan2(north - at[1], east - at[0]);
  return far < radius * unevenness(a, phase, UNEVEN);
}

const HILLS: readonly { readonly at: Point; readonly radius: number; readonly metres: number }[] = [
  { at: [4600, 6500], radius: 1900, metres: 92 },
  { at: [7600, 4400], radius: 2300, metres: 150 },
  { at: [12300, 6900], radius: 3300, metres: 260 },
  { at: [10800, 11200], radius: 2700, metres: 170 },
  { at: [7600, -6200], radius: 2600, metres: 128 },
  { at: [13200, -1200], radius: 3600, metres: 190 },
  { at: [-1300, 7400], radius: 1500, metres: 64 },
  { at: [2300, -9800], radius: 2600, metres: 84 },
  { at: [2200, 12800], radius: 2600, metres: 110 },
  { at: [-300, 1900], radius: 800, metres: 26 },
];

/** Height of the ground in metres over mean sea level: a rise from the shore, hills, and the Dunnock's valley. */
export function heightAt([east, north]: Point): number {
  const inland = east - shoreAt(north);
  if (inland <= 0)
    return ISLANDS.reduce((height, { at, radius }) => height + 14 * bump(east - at[0], north - at[1], radius * 0.7), 0);
  const rise = 1.2 + 30 * (1 - Math.exp(-inland / 5200)) + 2.2 * Math.sin(east / 610 + north / 830) * Math.min(1, inland / 1500);
  // ridges and hollows, so that no hill is round
  const aside = 310 * Math.sin(north / 590 + 0.4) + 150 * Math.sin(east / 270 + north / 410) + 60 * Math.sin(north / 130);
  const along = 290 * Math.sin(east / 640 + 1.7) + 140 * Math.sin(north / 310 - east / 380) + 60 * Math.sin(east / 140);
  const hills = HILLS.reduce(
    (height, { at, radius, metres }) => height + metres * bump(east + aside - at[0], north + along - at[1], radius),
    0,
  );
  const river = riverAt(east);
  const fromRiver = Math.abs(north - river.north) - river.halfWidth;
  const valley = 1 - 0.93 * Math.exp(-((Math.max(0, fromRiver) / 620) ** 2));
  return Math.max(0.6, (rise + hills) * valley);
}

function bump(east: number, north: number, radius: number): number {
  return Math.exp(-(east * east + north * north) / (radius * radius));
}

export type FloodZone = 'VE' | 'AE' | 'X';

/** The flood zone by height and water, in the letters of the federal flood maps: VE waves, AE high water, X neither. */
export function floodZoneAt(at: Point): FloodZone {
  const height = heightAt(at);
  if (height < 3 && at[0] - shoreAt(at[1]) < 140) return 'VE';
  return height < 4.4 ? 'AE' : 'X';
}

/** A strip along the shore between two northings, so many metres wide, as a closed ring. */
export function shoreStrip(south: number, north: number, metres: number): Point[] {
  const steps = Math.ceil((north - south) / 90);
  const northings = Array.from({ length: steps + 1 }, (_, i) => south + ((north - south) * i) / steps);
  const taper = (y: number): number => metres * Math.sqrt(Math.max(0, Math.sin((Math.PI * (y - south)) / (north - south))));
  return close([
    ...northings.map((y): Point => [shoreAt(y) - 8, y]),
    ...northings.toReversed().map((y): Point => [shoreAt(y) + taper(y), y]),
  ]);
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
export function blob([east, north]: Point, radius: number, phase: number, uneven = UNEVEN): Point[] {
  return close(
    Array.from({ length: 48 }, (_, i): Point => {
      const a = (i / 48) * 2 * Math.PI;
      const r = radius * unevenness(a, phase, uneven);
      return [east + r * Math.cos(a), north + r * Math.sin(a)];
    }),
  );
}

const UNEVEN = 0.16;

function unevenness(angle: number, phase: number, uneven: number): number {
  return 1 + uneven * Math.sin(2 * angle + phase) + uneven * 0.6 * Math.sin(3 * angle + phase * 2.3);
}

export function close(points: readonly Point[]): Point[] {
  return [...points, points[0] as Point];
}
