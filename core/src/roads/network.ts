import { boxAbout } from '../geo/box.js';
import { metresPerDegree } from '../geo/distance.js';
import { DAYS, QUARTERS } from './travel.js';
import type { Way } from './travel.js';

/** One line of a road file: a way between two crossings, or a longer one that others join only at its corners. */
export interface RoadFeature {
  readonly geometry: { readonly type: 'LineString'; readonly coordinates: readonly (readonly [number, number])[] };
  readonly properties: {
    readonly name: string;
    /** The profile of speeds that cars keep along the line's own direction, and against it; none where they may not go. */
    readonly along?: string;
    readonly against?: string;
    /** What people on foot do there: walk, ride at its own speed as on a ferry, or not go at all. */
    readonly foot: 'walk' | 'ride' | 'no';
    /** Minutes waited to get on and off it, as for a ferry. */
    readonly boarding?: number;
  };
}

/** Miles an hour at each quarter of an hour of a day, from midnight on. */
export type SpeedProfile = Readonly<Record<(typeof DAYS)[number], readonly number[]>>;

/** A road file: GeoJSON (RFC 7946) whose lines meet where they share a position, with the speeds by the hour. */
export interface RoadFile {
  readonly type: 'FeatureCollection';
  readonly profiles: Readonly<Record<string, SpeedProfile>>;
  readonly features: readonly RoadFeature[];
}

/** For each node, the arcs at it: those of node n stand from `first[n]` to before `first[n + 1]`. */
export interface Adjacency {
  readonly first: Uint32Array;
  readonly arcs: Uint32Array;
}

/**
 * Roads as a graph. Edge e is one straight piece of road; arc 2e runs along it, arc 2e + 1 against it. Lengths are in
 * metres, times in seconds, headings in 256ths of a turn clockwise from north.
 */
export interface RoadNetwork {
  readonly nodes: number;
  readonly edges: number;
  /** Interleaved longitude and latitude in degrees. */
  readonly positions: Float64Array;
  /** The same in metres east and north of `origin`, true to some thousandths within a county. */
  readonly plane: Float64Array;
  readonly origin: readonly [number, number];
  readonly perDegree: readonly [number, number];
  /** Node that arc a comes from; arc a ^ 1 comes from where it goes. */
  readonly tails: Uint32Array;
  readonly metres: Float64Array;
  readonly headings: Uint8Array;
  /** Of each arc, its profile's number, −1 where no car may go. */
  readonly profileOf: Int16Array;
  /** Metres a second: by profile, day and quarter of an hour. */
  readonly speeds: Float64Array;
  /** Of each edge, by FOOT's places. */
  readonly foot: Uint8Array;
  /** Of each edge, seconds waited at it. */
  readonly boarding: Float64Array;
  readonly out: Adjacency;
  readonly names: readonly string[];
  readonly nameOf: Uint32Array;
  /** Seconds that a car waits at a turn by so many 256ths of a full one, clockwise. */
  readonly turnWaits: Float64Array;
}

/** What people on foot can do on a road. */
export const FOOT = ['no', 'walk', 'ride'] as const;
const METRES_A_SECOND_PER_MPH = 0.44704;

/**
 * Roads from a file.
 *
 * @param turnWaits  as `RoadNetwork` has them
 * @throws Error naming the line whose profile the file does not hold
 */
export function readRoads({ profiles, features }: RoadFile, turnWaits = TURN_WAITS): RoadNetwork {
  const profileNames = Object.keys(profiles);
  const speeds = Float64Array.from(
    profileNames.flatMap((name) => DAYS.flatMap((day) => speedsOf(profiles[name] as SpeedProfile, day, name))),
    (mph) => mph * METRES_A_SECOND_PER_MPH,
  );
  const nodeOf = new Map<string, number>();
  const positions: number[] = [];
  const node = ([lon, lat]: readonly [number, number]): number => {
    const key = `${lon} ${lat}`;
    let id = nodeOf.get(key);
    if (id === undefined) {
      nodeOf.set(key, (id = nodeOf.size));
      positions.push(lon, lat);
    }
    return id;
  };
  const names: string[] = [];
  const nameNumbers = new Map<string, number>();
  const tails: number[] = [];
  const [profileOf, foot, boarding, nameOf]: [number[], number[], number[], number[]] = [[], [], [], []];
  for (const { geometry, properties } of features) {
    const { name, along, against, boarding: minutes = 0 } = properties;
    if (!nameNumbers.has(name)) nameNumbers.set(name, names.push(name) - 1);
    const profile = (wanted: string | undefined): number => {
      const number = wanted === undefined ? -1 : profileNames.indexOf(wanted);
      if (wanted !== undefined && number < 0)
        throw new Error(`The road ${name} has the speeds “${wanted}”, which the file lacks.`);
      return number;
    };
    const ids = geometry.coordinates.map(node);
    for (let i = 1; i < ids.length; i++) {
      tails.push(ids[i - 1] as number, ids[i] as number);
      profileOf.push(profile(along), profile(against));
      foot.push(FOOT.indexOf(properties.foot));
      boarding.push(i === 1 || i === ids.length - 1 ? (60 * minutes) / (ids.length === 2 ? 1 : 2) : 0);
      nameOf.push(nameNumbers.get(name) as number);
    }
  }
  return networkOf({
    positions: Float64Array.from(positions),
    tails: Uint32Array.from(tails),
    profileOf: Int16Array.from(profileOf),
    speeds,
    foot: Uint8Array.from(foot),
    boarding: Float64Array.from(boarding),
    names,
    nameOf: Uint32Array.from(nameOf),
    turnWaits,
  });
}

type Parts = Pick<
  RoadNetwork,
  'positions' | 'tails' | 'profileOf' | 'speeds' | 'foot' | 'boarding' | 'names' | 'nameOf' | 'turnWaits'
>;

/** A network from its own parts; lengths, headings and neighbours are worked out. What lies together gets numbers close together. */
export function networkOf(unordered: Parts): RoadNetwork {
  const parts = inPlaceOrder(unordered);
  const { positions, tails } = parts;
  const [nodes, edges] = [positions.length / 2, tails.length / 2];
  const origin = [mean(positions, 0), mean(positions, 1)] as const;
  const perDegree = metresPerDegree(origin[1]);
  const plane = positions.map((degrees, i) => (degrees - origin[(i % 2) as 0 | 1]) * perDegree[(i % 2) as 0 | 1]);
  const metres = new Float64Array(edges);
  const headings = new Uint8Array(2 * edges);
  for (let e = 0; e < edges; e++) {
    const [a, b] = [tails[2 * e] as number, tails[2 * e + 1] as number];
    const east = (plane[2 * b] as number) - (plane[2 * a] as number);
    const north = (plane[2 * b + 1] as number) - (plane[2 * a + 1] as number);
    metres[e] = Math.hypot(east, north);
    const heading = Math.round((Math.atan2(east, north) / (2 * Math.PI)) * 256) & 255;
    headings[2 * e] = heading;
    headings[2 * e + 1] = heading ^ 128;
  }
  return { ...parts, nodes, edges, origin, perDegree, plane, metres, headings, out: adjacencyOf(tails, nodes) };
}

/**
 * The same with nodes and edges numbered along a curve that fills the plane (G. M. Morton, 1966): a sweep spends most of
 * its time waiting for memory, and what it asks for next is then close by.
 */
function inPlaceOrder(parts: Parts): Parts {
  const { positions, tails } = parts;
  const nodes = positions.length / 2;
  const [west, south, east, north] = boxAbout(Array.from({ length: nodes }, (_, n) => positionAt(positions, n)));
  const cell = (value: number, from: number, to: number): number =>
    Math.min(CELLS - 1, Math.floor((CELLS * (value - from)) / (to - from || 1)));
  const codes = Float64Array.from({ length: nodes }, (_, n) => {
    const [x, y] = positionAt(positions, n);
    return spread(cell(x, west, east)) + 2 * spread(cell(y, south, north));
  });
  const nodeOrder = Uint32Array.from(codes.keys()).sort((a, b) => (codes[a] as number) - (codes[b] as number));
  const numbers = new Uint32Array(nodes);
  nodeOrder.forEach((node, number) => (numbers[node] = number));
  const first = (edge: number): number =>
    Math.min(numbers[tails[2 * edge] as number] as number, numbers[tails[2 * edge + 1] as number] as number);
  const edgeOrder = Uint32Array.from({ length: tails.length / 2 }, (_, e) => e).sort((a, b) => first(a) - first(b));
  const arcOrder = Uint32Array.from({ length: tails.length }, (_, arc) => 2 * (edgeOrder[arc >> 1] as number) + (arc & 1));
  return {
    ...parts,
    positions: Float64Array.from(
      { length: 2 * nodes },
      (_, i) => positions[2 * (nodeOrder[i >> 1] as number) + (i & 1)] as number,
    ),
    tails: arcOrder.map((arc) => numbers[tails[arc] as number] as number),
    profileOf: Int16Array.from(arcOrder, (arc) => parts.profileOf[arc] as number),
    foot: Uint8Array.from(edgeOrder, (edge) => parts.foot[edge] as number),
    boarding: Float64Array.from(edgeOrder, (edge) => parts.boarding[edge] as number),
    nameOf: edgeOrder.map((edge) => parts.nameOf[edge] as number),
  };
}

const CELLS = 2 ** 16;

/** The bits of a number of sixteen, each with a zero before it. */
function spread(value: number): number {
  let bits = value;
  bits = (bits | (bits << 8)) & 0x00ff00ff;
  bits = (bits | (bits << 4)) & 0x0f0f0f0f;
  bits = (bits | (bits << 2)) & 0x33333333;
  return (bits | (bits << 1)) & 0x55555555;
}

/** Longitude and latitude of a node. */
export function positionAt(positions: Float64Array, node: number): [number, number] {
  return [positions[2 * node] as number, positions[2 * node + 1] as number];
}

/** Whether an arc is open to whoever goes by car or on foot. */
export function isOpen({ profileOf, foot }: RoadNetwork, arc: number, by: Way): boolean {
  return by === 'car' ? (profileOf[arc] as number) >= 0 : (foot[arc >> 1] as number) > 0;
}

/** Longitude and latitude as metres on the network's plane. */
export function toPlane({ origin, perDegree }: RoadNetwork, [lon, lat]: readonly [number, number]): [number, number] {
  return [(lon - origin[0]) * perDegree[0], (lat - origin[1]) * perDegree[1]];
}

/** And back. */
export function fromPlane({ origin, perDegree }: RoadNetwork, [x, y]: readonly [number, number]): [number, number] {
  return [origin[0] + x / perDegree[0], origin[1] + y / perDegree[1]];
}

/** A car goes straight on at once, waits a little to turn right and longer to turn left (our assumption). */
const TURN_WAITS = Float64Array.from({ length: 256 }, (_, turn) => (turn < 22 || turn > 234 ? 0 : turn < 128 ? 2 : 7));

function speedsOf(profile: SpeedProfile, day: (typeof DAYS)[number], name: string): readonly number[] {
  const speeds = profile[day];
  if (speeds.length !== QUARTERS || !speeds.every((mph) => mph > 0))
    throw new Error(`The speeds “${name}” need ${QUARTERS} numbers above 0 for each ${day}, one for each quarter of an hour.`);
  return speeds;
}

function adjacencyOf(tails: Uint32Array, nodes: number): Adjacency {
  const first = new Uint32Array(nodes + 1);
  for (const tail of tails) first[tail + 1] = (first[tail + 1] as number) + 1;
  for (let n = 0; n < nodes; n++) first[n + 1] = (first[n + 1] as number) + (first[n] as number);
  const next = first.slice();
  const arcs = new Uint32Array(tails.length);
  tails.forEach((tail, arc) => {
    arcs[next[tail] as number] = arc;
    next[tail] = (next[tail] as number) + 1;
  });
  return { first, arcs };
}

function mean(positions: Float64Array, from: 0 | 1): number {
  let sum = 0;
  for (let i = from; i < positions.length; i += 2) sum += positions[i] as number;
  return positions.length > 0 ? sum / (positions.length / 2) : 0;
}
