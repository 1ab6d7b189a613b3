import Flatbush from 'flatbush';
import type { LonLat } from '../geo/distance.js';
import { fromPlane, isOpen, toPlane } from './network.js';
import type { RoadNetwork } from './network.js';
import type { Way } from './travel.js';

/** The point of a road that is nearest to a place: on which edge, how far along it from 0 to 1, and metres off it. */
export interface Snap {
  readonly edge: number;
  readonly share: number;
  readonly off: number;
}

/** Places farther from every road are not reached by one. */
export const FARTHEST_OFF = 2000;
const LOOK_AT = 12;

/** Finds the nearest roads open to one way of travel. */
export class Snapper {
  private readonly index: Flatbush;
  private readonly edges: number[] = [];

  constructor(
    private readonly network: RoadNetwork,
    by: Way,
  ) {
    for (let edge = 0; edge < network.edges; edge++)
      if (isOpen(network, 2 * edge, by) || isOpen(network, 2 * edge + 1, by)) this.edges.push(edge);
    this.index = new Flatbush(Math.max(1, this.edges.length));
    if (this.edges.length === 0) this.index.add(Infinity, Infinity, Infinity, Infinity);
    for (const edge of this.edges) {
      const [ax, ay, bx, by_] = this.ends(edge);
      this.index.add(Math.min(ax, bx), Math.min(ay, by_), Math.max(ax, bx), Math.max(ay, by_));
    }
    this.index.finish();
  }

  /** Null when there is no road within two kilometres. */
  nearest(place: LonLat): Snap | null {
    const [x, y] = toPlane(this.network, place);
    for (let look = LOOK_AT; ; look *= 4) {
      const found = this.index.neighbors(x, y, look, FARTHEST_OFF);
      let best: Snap | null = null;
      let farthestBox = 0;
      for (const i of found) {
        const snap = this.onEdge(this.edges[i] as number, x, y);
        if (!best || snap.off < best.off) best = snap;
        farthestBox = this.metresToBox(this.edges[i] as number, x, y);
      }
      // those not looked at lie farther than the farthest box
      if (found.length < look || (best && best.off <= farthestBox)) return best && best.off <= FARTHEST_OFF ? best : null;
    }
  }

  /** Where a snap lies, in degrees. */
  positionOf({ edge, share }: Snap): [number, number] {
    const [ax, ay, bx, by] = this.ends(edge);
    return fromPlane(this.network, [ax + (bx - ax) * share, ay + (by - ay) * share]);
  }

  private ends(edge: number): [number, number, number, number] {
    const { plane, tails } = this.network;
    const [a, b] = [2 * (tails[2 * edge] as number), 2 * (tails[2 * edge + 1] as number)];
    return [plane[a] as number, plane[a + 1] as number, plane[b] as number, plane[b + 1] as number];
  }

  private onEdge(edge: number, x: number, y: number): Snap {
    const [ax, ay, bx, by] = this.ends(edge);
    const [dx, dy] = [bx - ax, by - ay];
    const square = dx * dx + dy * dy;
    const share = square === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / square));
    return { edge, share, off: Math.hypot(x - ax - share * dx, y - ay - share * dy) };
  }

  private metresToBox(edge: number, x: number, y: number): number {
    const [ax, ay, bx, by] = this.ends(edge);
    const out = (value: number, a: number, b: number): number => Math.max(0, Math.min(a, b) - value, value - Math.max(a, b));
    return Math.hypot(out(x, ax, bx), out(y, ay, by));
  }
}
