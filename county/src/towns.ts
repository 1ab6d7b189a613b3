import { isWater, shoreAt, within } from './ground.js';
import type { Point } from './ground.js';

export interface Town {
  readonly name: string;
  readonly centre: Point;
  readonly rows: number;
  readonly columns: number;
  /** Metres between parallel streets. */
  readonly block: number;
  /** Radians the grid is turned, counter-clockwise. */
  readonly turn: number;
  readonly numbered: boolean;
  /** Its postal codes and their offices' places. */
  readonly postal: readonly { readonly code: string; readonly at: Point }[];
  /** Dollars per square foot of a middling house in 2026. */
  readonly perSquareFoot: number;
  readonly districts: readonly string[];
}

export const TOWNS: readonly Town[] = [
  {
    name: 'Port Ostrey',
    centre: [-900, 1300],
    rows: 18,
    columns: 14,
    block: 165,
    turn: -0.12,
    numbered: true,
    postal: [
      { code: '00071', at: [-900, 600] },
      { code: '00079', at: [-750, 2200] },
    ],
    perSquareFoot: 232,
    districts: ['Old Quay', 'Ropewalk', 'Northgate', 'Ferry Hill'],
  },
  {
    name: 'Sedge Ferry',
    centre: [-1700, -6200],
    rows: 12,
    columns: 10,
    block: 170,
    turn: 0.3,
    numbered: false,
    postal: [{ code: '00072', at: [-1700, -6200] }],
    perSquareFoot: 214,
    districts: ['Ferry Landing', 'Marshside'],
  },
  {
    name: 'Tansy Hill',
    centre: [4300, 6100],
    rows: 11,
    columns: 10,
    block: 185,
    turn: 0.5,
    numbered: false,
    postal: [{ code: '00073', at: [4300, 6100] }],
    perSquareFoot: 226,
    districts: ['Hilltop', 'Clinic Green'],
  },
  {
    name: 'Wrenfield',
    centre: [3400, -5600],
    rows: 11,
    columns: 10,
    block: 180,
    turn: -0.35,
    numbered: false,
    postal: [{ code: '00074', at: [3400, -5600] }],
    perSquareFoot: 189,
    districts: ['Wren Common', 'Brickfield'],
  },
  {
    name: 'Mallow Green',
    centre: [6900, 300],
    rows: 11,
    columns: 9,
    block: 190,
    turn: 0.08,
    numbered: true,
    postal: [{ code: '00075', at: [6900, 300] }],
    perSquareFoot: 197,
    districts: ['The Green', 'Mallow Mill'],
  },
  {
    name: 'Quillon Beach',
    centre: [-3600, -11800],
    rows: 10,
    columns: 8,
    block: 165,
    turn: 0.15,
    numbered: false,
    postal: [{ code: '00076', at: [-3600, -11800] }],
    perSquareFoot: 296,
    districts: ['Strand', 'Dune Park'],
  },
  {
    name: 'Lantern Point',
    centre: [-3300, 8900],
    rows: 10,
    columns: 8,
    block: 175,
    turn: -0.4,
    numbered: false,
    postal: [{ code: '00077', at: [-3300, 8900] }],
    perSquareFoot: 268,
    districts: ['Lighthouse', 'Point Woods'],
  },
  {
    name: 'Upper Dunnock',
    centre: [10200, 10300],
    rows: 8,
    columns: 8,
    block: 215,
    turn: 0.7,
    numbered: false,
    postal: [{ code: '00078', at: [10200, 10300] }],
    perSquareFoot: 171,
    districts: ['Dunnock Bridge', 'High Pasture'],
  },
];

/** Roads between towns: from, to, name, suffix. */
export const LINKS: readonly (readonly [string, string, string, string])[] = [
  ['Port Ostrey', 'Lantern Point', 'Beacon Head', 'Rd'],
  ['Port Ostrey', 'Mallow Green', 'Mallow', 'Ave'],
  ['Port Ostrey', 'Sedge Ferry', 'Ferry', 'Rd'],
  ['Sedge Ferry', 'Wrenfield', 'Wrenfield', 'Rd'],
  ['Wrenfield', 'Mallow Green', 'Brickfield', 'Rd'],
  ['Sedge Ferry', 'Quillon Beach', 'Strand', 'Rd'],
  ['Tansy Hill', 'Lantern Point', 'Ridge', 'Rd'],
];

export const HIGHWAY = {
  name: 'State Route 12',
  route: 'SR 12',
  stops: ['Quillon Beach', 'Wrenfield', 'Mallow Green', 'Tansy Hill', 'Upper Dunnock'],
} as const;

/** The light-rail line from the south-west to the north-east, with its nine stations. */
export const STATIONS: readonly { readonly name: string; readonly at: Point }[] = [
  { name: 'Quillon Beach', at: [-2700, -10900] },
  { name: 'Sedge Ferry', at: [-1500, -6900] },
  { name: 'Ferry Landing', at: [-900, -4900] },
  { name: 'Old Quay', at: [-700, -700] },
  { name: 'Ferry Square', at: [-300, 1100] },
  { name: 'Northgate', at: [700, 2700] },
  { name: 'Clinic Green', at: [3300, 5300] },
  { name: 'Tansy Hill', at: [4700, 6700] },
  { name: 'Upper Dunnock', at: [9700, 9700] },
];

/** The rail's own line, a smooth curve through its stations (Catmull and Rom, 1974). */
export function railLine(): Point[] {
  const at = (i: number): Point => (STATIONS[Math.max(0, Math.min(STATIONS.length - 1, i))] as { at: Point }).at;
  const curve = (a: number, b: number, c: number, d: number, t: number): number =>
    b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
  return STATIONS.slice(1).flatMap((_, i) =>
    Array.from({ length: i === STATIONS.length - 2 ? 13 : 12 }, (__, k): Point => {
      const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      return [curve(a[0], b[0], c[0], d[0], k / 12), curve(a[1], b[1], c[1], d[1], k / 12)];
    }),
  );
}

export const GREENS: readonly {
  readonly name: string;
  readonly at: Point;
  readonly radius: number;
  readonly kind: 'park' | 'marsh' | 'wood';
}[] = [
  { name: 'Sedge Marsh', at: [-3100, -4600], radius: 950, kind: 'marsh' },
  { name: 'Ostrey Common', at: [900, 450], radius: 420, kind: 'park' },
  { name: 'Point Woods', at: [-1300, 7300], radius: 1300, kind: 'wood' },
  { name: 'Tansy Downs', at: [7300, 4200], radius: 1700, kind: 'wood' },
  { name: 'Wren Common', at: [1000, -3900], radius: 620, kind: 'park' },
  { name: 'Dune Park', at: [-2000, -9200], radius: 800, kind: 'park' },
  { name: 'High Pasture', at: [11800, 6800], radius: 2200, kind: 'wood' },
  { name: 'Brick Woods', at: [7200, -5600], radius: 1900, kind: 'wood' },
  { name: 'Mallow Green', at: [7800, 1100], radius: 380, kind: 'park' },
  { name: 'Dunnock Marsh', at: [-3900, -3000], radius: 620, kind: 'marsh' },
  { name: 'Beacon Fields', at: [-1900, 4700], radius: 700, kind: 'park' },
  { name: 'Spindle Woods', at: [2600, 9600], radius: 1500, kind: 'wood' },
  { name: 'Harrow Woods', at: [12600, -2400], radius: 2600, kind: 'wood' },
  { name: 'Strand Woods', at: [1700, -9900], radius: 1700, kind: 'wood' },
  { name: 'Quarry Bend', at: [9900, 2400], radius: 1100, kind: 'wood' },
];

const UNBUILT = GREENS.map((green, i) => ({ ...green, phase: i * 1.3 })).filter(({ kind }) => kind !== 'wood');

/** Whether a point lies in a park or a marsh, where nobody builds. */
export function isGreen(at: Point): boolean {
  return UNBUILT.some((green) => within(at, green));
}

export const PLACES: readonly { readonly name: string; readonly at: Point }[] = [
  { name: 'Ferry Square', at: [-520, 1050] },
  { name: 'Mill yard', at: [900, -500] },
  { name: 'Tansy Hill Clinic', at: [3700, 5800] },
  { name: 'Sedge Ferry Landing', at: [-1400, -5100] },
  { name: 'Lantern Point Light', at: [shoreAt(9950) + 60, 9950] },
  { name: 'Quillon Strand', at: [shoreAt(-12200) + 70, -12200] },
  { name: 'Wayfarer office', at: [-650, 1420] },
];

/** Ways for walkers only, each joined to the road nearest to its two ends. */
export const FOOTPATHS: readonly {
  readonly name: string;
  readonly points: readonly Point[];
  readonly joins: readonly Point[];
}[] = [
  shorePath('Sound Path', -900, 3600),
  shorePath('Strand Walk', -13400, -10400),
  shorePath('Light Path', 7600, 10300),
  {
    name: 'Common Walk',
    points: [
      [560, 420],
      [900, 520],
      [1240, 470],
    ],
    joins: [
      [400, 400],
      [1400, 450],
    ],
  },
  {
    name: 'Marsh Boardwalk',
    points: [
      [-2350, -4700],
      [-2800, -4450],
      [-3050, -4800],
      [-2600, -5100],
    ],
    joins: [
      [-2100, -4900],
      [-2200, -5300],
    ],
  },
];

function shorePath(name: string, south: number, north: number): (typeof FOOTPATHS)[number] {
  const steps = Math.round((north - south) / 110);
  const points = Array.from({ length: steps + 1 }, (_, i): Point => {
    const y = south + ((north - south) * i) / steps;
    return [shoreAt(y) + 42, y];
  }).filter((at) => !isWater(at));
  return { name, points, joins: [points[0] as Point, points.at(-1) as Point] };
}

/** Shops, clinics, landings and whatever else one goes to. */
export const AMENITIES: readonly {
  readonly name: string;
  readonly kind: 'grocery' | 'clinic' | 'beach' | 'trailhead' | 'ferry';
  readonly at: Point;
}[] = [
  { name: 'Quay Street Grocery', kind: 'grocery', at: [-1250, 700] },
  { name: 'Northgate Market', kind: 'grocery', at: [200, 2500] },
  { name: 'Sedge Provisions', kind: 'grocery', at: [-1650, -6000] },
  { name: 'Wrenfield Grocery', kind: 'grocery', at: [3350, -5700] },
  { name: 'Green Grocers of Mallow', kind: 'grocery', at: [6900, 100] },
  { name: 'Strand Stores', kind: 'grocery', at: [-3500, -11900] },
  { name: 'Point Provisions', kind: 'grocery', at: [-3250, 9050] },
  { name: 'Hilltop Market', kind: 'grocery', at: [4350, 6200] },
  { name: 'Bridge Foods', kind: 'grocery', at: [10250, 10350] },
  { name: 'Ostrey Harbor Clinic', kind: 'clinic', at: [-700, 2000] },
  { name: 'Wrenfield Clinic', kind: 'clinic', at: [3700, -5400] },
  { name: 'Quillon Strand beach', kind: 'beach', at: [shoreAt(-11900) + 30, -11900] },
  { name: 'Light beach', kind: 'beach', at: [shoreAt(8600) + 30, 8600] },
  { name: 'Downs trailhead', kind: 'trailhead', at: [6100, 4900] },
  { name: 'Brick Woods trailhead', kind: 'trailhead', at: [5600, -5600] },
  { name: 'Gannet Island ferry', kind: 'ferry', at: [shoreAt(1900) + 60, 1900] },
];

/** Beaches: the northings between which the shore is sand. */
export const BEACHES: readonly { readonly name: string; readonly south: number; readonly north: number }[] = [
  { name: 'Quillon Strand', south: -13600, north: -10300 },
  { name: 'Common Sand', south: -1700, north: -500 },
  { name: 'Light Sand', south: 7700, north: 9200 },
];
