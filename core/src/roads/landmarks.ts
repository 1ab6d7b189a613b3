import type { RoadNetwork } from './network.js';
import type { Snap } from './snap.js';
import { covering, crossingOf } from './crossing.js';
import type { Start } from './crossing.js';
import { sweep } from './sweep.js';
import { DAYS, QUARTERS } from './travel.js';
import type { Way } from './travel.js';

/** Landmarks about the rim of the network. */
const LANDMARKS = 12;

/** One bound on a time: `sign` × (the node's number of that column − `reference`). */
interface Bounding {
  readonly column: number;
  readonly sign: 1 | -1;
  readonly reference: number;
}

/**
 * Bounds on the time between any node and a place, from known times to and from a few far nodes
 * (A. V. Goldberg, C. Harrelson, Computing the shortest path: A* search meets graph theory, SODA 2005).
 */
export class Landmarks {
  /** For each node, of each landmark, the least seconds from it to the node and from the node to it, whatever the hour. */
  private readonly times: Float32Array;
  /** Of each quarter of an hour of each day, the largest share of its best speed that any road then has. */
  private readonly shares: Float64Array;

  constructor(
    private readonly network: RoadNetwork,
    by: Way,
  ) {
    const free = atTheirFastest(network);
    const stride = DAYS.length * QUARTERS;
    this.shares = new Float64Array(stride).fill(by === 'foot' ? 1 : 0);
    network.speeds.forEach((speed, i) => {
      const share = speed / (free.speeds[i] as number);
      this.shares[i % stride] = Math.max(this.shares[i % stride] as number, share);
    });
    // a node's times stand together, for they are asked for together
    this.times = new Float32Array(network.nodes * COLUMNS);
    rimOf(network).forEach((at, landmark) => {
      for (const forwards of [true, false]) {
        const times = timesOf(free, { at, clock: 0, on: 'weekday', by, forwards });
        times.forEach((seconds, node) => (this.times[node * COLUMNS + columnOf(landmark, forwards)] = seconds));
      }
    });
  }

  /** The least seconds that any way takes between a node, met so long after a sweep's start, and a place. */
  atLeast(place: Snap, start: Start): (node: number, elapsed: number) => number {
    const bounds = this.boundsFor(place, start.forwards);
    const cover = covering(this.shares, start);
    const day = DAYS.indexOf(start.on) * QUARTERS;
    // a node is met by several arcs; 0 stands for one that was not asked about
    const known = new Float32Array(this.network.nodes);
    return (node, elapsed) => {
      let most = (known[node] as number) - 1;
      if (most < 0) {
        most = 0;
        for (const each of bounds) {
          const bound = this.bound(node, each);
          if (bound > most) most = bound;
        }
        known[node] = most + 1;
      }
      // at no time does any road let one go on quicker than by this share of its best speed
      return cover(most, elapsed, day);
    };
  }

  /** All that is known of ways from a node to a place (forwards) or from the place to a node. */
  private boundsFor({ edge }: Snap, forwards: boolean): Bounding[] {
    const { tails } = this.network;
    // the place lies between two nodes, and a way to or from it passes one of them
    const ends = [tails[2 * edge] as number, tails[2 * edge + 1] as number];
    return Array.from({ length: LANDMARKS }, (_, landmark) => landmark).flatMap((landmark) => {
      // d(n → p) ≥ d(n → L) − d(p → L), and ≥ d(L → p) − d(L → n); from p to n the other way round
      const [rising, falling] = [columnOf(landmark, !forwards), columnOf(landmark, forwards)];
      const at = (column: number): number[] => ends.map((end) => this.times[end * COLUMNS + column] as number);
      return [
        { column: rising, sign: 1, reference: Math.max(...at(rising)) } as const,
        { column: falling, sign: -1, reference: Math.min(...at(falling)) } as const,
      ].filter(({ reference }) => Number.isFinite(reference));
    });
  }

  private bound(node: number, { column, sign, reference }: Bounding): number {
    const seconds = sign * ((this.times[node * COLUMNS + column] as number) - reference);
    // single precision may have rounded by so much; what is not known bounds nothing
    return seconds < Infinity && seconds > 0.01 ? seconds - 0.01 : 0;
  }
}

const COLUMNS = 2 * LANDMARKS;

function columnOf(landmark: number, away: boolean): number {
  return 2 * landmark + (away ? 0 : 1);
}

/** The network with every road at the best speed it ever has, and no waits at turns. */
function atTheirFastest(network: RoadNetwork): RoadNetwork {
  const stride = DAYS.length * QUARTERS;
  const best = Array.from({ length: network.speeds.length / stride }, (_, profile) =>
    network.speeds.subarray(profile * stride, (profile + 1) * stride).reduce((most, speed) => Math.max(most, speed), 0),
  );
  return {
    ...network,
    speeds: network.speeds.map((_, i) => best[Math.floor(i / stride)] as number),
    turnWaits: new Float64Array(256),
  };
}

/** The nodes that lie farthest out, each in its own direction, as where one of their streets begins. */
function rimOf({ plane, nodes, tails, out }: RoadNetwork): Snap[] {
  return Array.from({ length: LANDMARKS }, (_, i) => {
    const [east, north] = [Math.cos((2 * Math.PI * i) / LANDMARKS), Math.sin((2 * Math.PI * i) / LANDMARKS)];
    let [best, most] = [0, -Infinity];
    for (let node = 0; node < nodes; node++) {
      const far = (plane[2 * node] as number) * east + (plane[2 * node + 1] as number) * north;
      if (far > most && out.first[node] !== out.first[node + 1]) [best, most] = [node, far];
    }
    const arc = out.arcs[out.first[best] as number] as number;
    return { edge: arc >> 1, share: tails[2 * (arc >> 1)] === best ? 0 : 1, off: 0 };
  });
}

function timesOf(network: RoadNetwork, start: Start): Float32Array {
  const reach = sweep(network, start);
  const { entered } = reach;
  const crossing = crossingOf(network, start);
  const times = new Float32Array(network.nodes).fill(Infinity);
  const come = (node: number, seconds: number): void => {
    if (seconds < (times[node] as number)) times[node] = seconds;
  };
  for (let arc = 0; arc < entered.length; arc++) {
    const from = entered[arc] as number;
    if (from === Infinity) continue;
    const [first, last] = start.forwards ? [arc, arc ^ 1] : [arc ^ 1, arc];
    come(network.tails[first] as number, from);
    come(network.tails[last] as number, from + crossing(arc, network.metres[arc >> 1] as number, from));
  }
  // the street it starts on, of which no arc need be entered
  const { edge } = start.at;
  for (const share of [0, 1]) come(network.tails[2 * edge + share] as number, reach.secondsTo({ edge, share, off: 0 }));
  return times;
}
