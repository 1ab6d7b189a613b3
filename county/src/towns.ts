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
  readonly postalCode: string;
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
    postalCode: '00071',
    perSquareFoot: 232,
    districts: ['Ropewalk', 'Ferry Hill', 'Old Quay', 'Northgate'],
  },
  {
    name: 'Sedge Ferry',
    centre: [-1700, -6200],
    rows: 12,
    columns: 10,
    block: 170,
    turn: 0.3,
    numbered: false,
    postalCode: '00072',
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
    postalCode: '00073',
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
    postalCode: '00074',
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
    postalCode: '00075',
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
    postalCode: '00076',
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
    postalCode: '00077',
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
    postalCode: '00078',
    perSquareFoot: 171,
    districts: ['Dunnock Bridge', 'High Pasture'],
  },
];

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
  suffix: '',
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
];

export const PLACES: readonly { readonly name: string; readonly at: Point }[] = [
  { name: 'Ferry Square', at: [-520, 1050] },
  { name: 'Mill yard', at: [900, -500] },
  { name: 'Tansy Hill Clinic', at: [3700, 5800] },
  { name: 'Sedge Ferry Landing', at: [-1400, -5100] },
  { name: 'Lantern Point Light', at: [-4300, 9700] },
  { name: 'Quillon Strand', at: [-4500, -11700] },
  { name: 'Wayfarer office', at: [-650, 1420] },
];
