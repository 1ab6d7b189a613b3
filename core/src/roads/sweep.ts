import { crossingOf, offRoad } from './crossing.js';
import type { Crossing, Start } from './crossing.js';
import { isOpen } from './network.js';
import type { RoadNetwork } from './network.js';
import type { Snap } from './snap.js';
import type { Way } from './travel.js';

/** Until when, and towards where, a sweep goes on. */
export interface Until {
  /** Seconds; everything quicker is found, and some of what is not. */
  readonly limit?: number;
  /** Stops once the best way to this place is known; what it found holds until the next sweep with a target. */
  readonly target?: Snap;
  /** No more than the seconds between a node and the target, for one that is met so many seconds after the start. */
  readonly atLeast?: (node: number, elapsed: number) => number;
}

/** What a sweep found: the seconds between its start and every road. */
export class Reach {
  /**
   * @param entered  for each arc, seconds between the start and the end of it that is met first; Infinity where not met
   * @param before   the arc that leads to each one entered, where a target was named
   */
  constructor(
    readonly network: RoadNetwork,
    readonly start: Start,
    readonly entered: Float64Array,
    readonly before: Int32Array,
    private readonly crossing: Crossing,
  ) {}

  /** Seconds between the start and a place; Infinity where there is no way. */
  secondsTo(place: Snap): number {
    const arc = 2 * place.edge;
    return offRoad(place, this.start.by) + Math.min(this.along(place), this.through(arc, place), this.through(arc + 1, place));
  }

  /** The last arc of the best way to a place, −1 when both lie on one street and the way does not leave it. */
  lastArc(place: Snap): number {
    const arc = 2 * place.edge;
    const [first, second] = [this.through(arc, place), this.through(arc + 1, place)];
    if (this.along(place) <= Math.min(first, second)) return -1;
    return first <= second ? arc : arc + 1;
  }

  /** Seconds to a place on an arc, by way of the end of the arc that is met first. */
  private through(arc: number, place: Snap): number {
    const entered = this.entered[arc] as number;
    if (entered === Infinity) return Infinity;
    const met = (this.network.metres[place.edge] as number) * shareMet(place, arc, this.start.forwards);
    return entered + this.crossing(arc, met, entered);
  }

  /** Seconds along the one edge that both lie on, without the place's own way off the road. */
  private along(place: Snap): number {
    const { network, start, crossing } = this;
    const { at, forwards, by } = start;
    if (at.edge !== place.edge) return Infinity;
    const rises = forwards ? place.share >= at.share : place.share <= at.share;
    const arc = 2 * place.edge + (rises ? 0 : 1);
    if (!isOpen(network, arc, by)) return Infinity;
    const off = offRoad(at, by);
    return off + crossing(arc, Math.abs(place.share - at.share) * (network.metres[place.edge] as number), off);
  }
}

/** Of an arc, the share between the end that is met first and a place on it. */
export function shareMet({ share }: Snap, arc: number, forwards: boolean): number {
  return ((arc & 1) === 0) === forwards ? share : 1 - share;
}

/**
 * The least seconds between a place and every road: Dijkstra's algorithm over arcs, so that turns cost, with a queue of
 * one-second buckets that may take an arc up again within its second. Nobody turns round on a street: whatever lies along
 * it was passed already.
 */
export function sweep(network: RoadNetwork, start: Start, { limit = Infinity, target, atLeast }: Until = {}): Reach {
  const { tails, headings, metres, out, edges } = network;
  const { forwards, by, at } = start;
  const crossing = crossingOf(network, start);
  const turns = by === 'car' ? network.turnWaits : NO_WAITS;
  const longestWait = turns.reduce((most, wait) => Math.max(most, wait), 0);
  const { firstAt, buckets, open, before, touched, ...own } = workspaceOf(network, by);
  const entered = target ? own.entered : new Float64Array(2 * edges).fill(Infinity);
  const reach = new Reach(network, start, entered, before, crossing);
  // met last: where an arc is left, forwards its head, backwards its tail
  const flip = forwards ? 1 : 0;
  const keyOf = (arc: number, seconds: number): number => seconds + (atLeast ? atLeast(tails[arc ^ flip] as number, seconds) : 0);

  const off = offRoad(at, by);
  /** When the street that it starts on is left at either end; it is no use to come back to it and leave it later. */
  const firstEnds = [Infinity, Infinity];
  for (const arc of [2 * at.edge, 2 * at.edge + 1]) {
    if (open[arc] === 0) continue;
    const rest = 1 - shareMet(at, arc, forwards);
    const end = off + crossing(arc, rest * (metres[at.edge] as number), off);
    firstEnds[arc & 1] = end;
    buckets.push(arc, end, keyOf(arc, end));
  }
  let known = target ? reach.secondsTo(target) : Infinity;
  for (let arc = buckets.pop(); arc >= 0; arc = buckets.pop()) {
    // within one second the order is any
    if (Math.floor(buckets.key) > Math.min(limit, known)) break;
    const now = buckets.seconds;
    const node = tails[arc ^ flip] as number;
    const first = firstAt[node] as number;
    // whoever came by another arc goes on from it sooner, even if they must turn
    if (now > first + longestWait) continue;
    if (now < first) firstAt[node] = now;
    const heading = headings[arc] as number;
    const last = out.first[node + 1] as number;
    for (let i = out.first[node] as number; i < last; i++) {
      // backwards the arcs that come in are wanted
      const next = (out.arcs[i] as number) ^ (1 - flip);
      if (open[next] === 0 || next === (arc ^ 1)) continue;
      const turn = forwards ? (headings[next] as number) - heading : heading - (headings[next] as number);
      const begin = now + (turns[turn & 255] as number);
      if (begin >= (entered[next] as number)) continue;
      if (target) {
        if (entered[next] === Infinity) touched.push(next);
        before[next] = arc;
      }
      entered[next] = begin;
      if (next >> 1 === target?.edge) known = Math.min(known, reach.secondsTo(target));
      const end = begin + crossing(next, metres[next >> 1] as number, begin);
      if (next >> 1 === at.edge && end >= (firstEnds[next & 1] as number)) continue;
      // it is of use on the way, to homes along it, but leads nowhere sooner
      if (end > (firstAt[tails[next ^ flip] as number] as number) + longestWait) continue;
      buckets.push(next, end, keyOf(next, end));
    }
  }
  return reach;
}

const NO_WAITS = new Float64Array(256);

/** What a sweep writes on and does not give away; the memory is taken once for a network. */
interface Workspace {
  /** Of each node, the seconds at which it was first met. */
  readonly firstAt: Float64Array;
  readonly buckets: Buckets;
  /** Of each arc, 1 where it may be gone along. */
  readonly open: Uint8Array;
  /** What the last sweep with a target found, and which arcs it touched: a route touches few. */
  readonly entered: Float64Array;
  readonly before: Int32Array;
  readonly touched: number[];
}

const workspaces = new WeakMap<RoadNetwork, Partial<Record<Way, Workspace>>>();

function workspaceOf(network: RoadNetwork, by: Way): Workspace {
  const known = workspaces.get(network) ?? {};
  workspaces.set(network, known);
  const space = (known[by] ??= {
    firstAt: new Float64Array(network.nodes),
    buckets: new Buckets(),
    open: Uint8Array.from(network.tails.keys(), (arc) => (isOpen(network, arc, by) ? 1 : 0)),
    entered: new Float64Array(2 * network.edges).fill(Infinity),
    before: new Int32Array(2 * network.edges),
    touched: [],
  });
  for (const arc of space.touched) space.entered[arc] = Infinity;
  space.touched.length = 0;
  space.firstAt.fill(Infinity);
  space.buckets.clear();
  return space;
}

/** Arcs by the whole second of their key; within one second in any order. No key is below that of the last one popped. */
class Buckets {
  key = 0;
  seconds = 0;
  private heads = new Int32Array(4096).fill(-1);
  private arcs = new Int32Array(4096);
  private nexts = new Int32Array(4096);
  private times = new Float64Array(4096);
  private keys = new Float64Array(4096);
  /** Places given back, as a list through `nexts`; beyond `used` none was ever taken. */
  private free = -1;
  private used = 0;
  private now = 0;
  private held = 0;

  push(arc: number, seconds: number, key: number): void {
    const place = this.take();
    this.arcs[place] = arc;
    this.times[place] = seconds;
    this.keys[place] = key;
    const bucket = Math.max(this.now, Math.floor(key));
    if (bucket - this.now >= this.heads.length) this.widen(bucket - this.now);
    const at = bucket & (this.heads.length - 1);
    this.nexts[place] = this.heads[at] as number;
    this.heads[at] = place;
    this.held++;
  }

  /** The next arc, −1 when there is none; its seconds and its key stand in the fields of that name. */
  pop(): number {
    if (this.held === 0) return -1;
    const mask = this.heads.length - 1;
    while ((this.heads[this.now & mask] as number) < 0) this.now++;
    const place = this.heads[this.now & mask] as number;
    this.heads[this.now & mask] = this.nexts[place] as number;
    this.nexts[place] = this.free;
    this.free = place;
    this.held--;
    this.seconds = this.times[place] as number;
    this.key = this.keys[place] as number;
    return this.arcs[place] as number;
  }

  clear(): void {
    this.heads.fill(-1);
    this.free = -1;
    this.used = this.now = this.held = 0;
  }

  private take(): number {
    const place = this.free;
    if (place >= 0) {
      this.free = this.nexts[place] as number;
      return place;
    }
    if (this.used === this.arcs.length) {
      this.arcs = doubled(this.arcs);
      this.nexts = doubled(this.nexts);
      this.times = doubled(this.times);
      this.keys = doubled(this.keys);
    }
    return this.used++;
  }

  private widen(span: number): void {
    const before = this.heads;
    let length = before.length;
    while (length <= span) length *= 2;
    this.heads = new Int32Array(length).fill(-1);
    for (let second = this.now; second < this.now + before.length; second++)
      this.heads[second & (length - 1)] = before[second & (before.length - 1)] as number;
  }
}

function doubled<T extends Int32Array | Float64Array>(numbers: T): T {
  const larger = new (numbers.constructor as new (length: number) => T)(2 * numbers.length);
  larger.set(numbers);
  return larger;
}
