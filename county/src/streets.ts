import { isWater } from './ground.js';
import type { Point } from './ground.js';
import { ORDINALS, STREET_NAMES, SUFFIXES } from './names.js';
import { randomOf } from './random.js';
import { HIGHWAY, LINKS, TOWNS } from './towns.js';
import type { Town } from './towns.js';

export type RoadClass = 'highway' | 'arterial' | 'street';

/** A crossing, or a bend, of the road graph. */
export interface RoadNode {
  readonly id: number;
  readonly at: Point;
}

/** One block of a street between two nodes; driven both ways. */
export interface RoadEdge {
  readonly from: number;
  readonly to: number;
  readonly street: number;
  readonly metres: number;
}

export interface Street {
  readonly id: number;
  readonly name: string;
  readonly suffix: string;
  readonly class: RoadClass;
  readonly town: string;
  /** Node ids in order. */
  readonly nodes: readonly number[];
}

export interface RoadGraph {
  readonly nodes: readonly RoadNode[];
  readonly edges: readonly RoadEdge[];
  readonly streets: readonly Street[];
}

/** The county's roads: a turned, uneven grid for each town, arterials between towns and one highway. */
export function buildRoads(seed: number): RoadGraph {
  const builder = new RoadBuilder();
  TOWNS.forEach((town, i) => builder.addTown(town, randomOf(seed, 11, i), i * 17));
  for (const [a, b, name, suffix] of LINKS) builder.addLink(town(a), town(b), name, suffix, 'arterial');
  HIGHWAY.stops
    .slice(1)
    .forEach((stop, i) => builder.addLink(town(HIGHWAY.stops[i] as string), town(stop), HIGHWAY.name, HIGHWAY.suffix, 'highway'));
  return builder;
}

function town(name: string): Town {
  return TOWNS.find((each) => each.name === name) as Town;
}

class RoadBuilder implements RoadGraph {
  readonly nodes: RoadNode[] = [];
  readonly edges: RoadEdge[] = [];
  readonly streets: Street[] = [];
  private readonly centres = new Map<string, number>();

  addTown(town: Town, random: ReturnType<typeof randomOf>, nameFrom: number): void {
    const { rows, columns, block, turn, centre } = town;
    const grid = Array.from({ length: rows }, (_, r) =>
      Array.from({ length: columns }, (_, c): number | null => {
        const east = (c - (columns - 1) / 2) * block * 1.35 + random.normal() * 9;
        const north = (r - (rows - 1) / 2) * block + random.normal() * 9;
        const bend = 40 * Math.sin(east / 700 + nameFrom);
        const at: Point = [
          centre[0] + east * Math.cos(turn) - (north + bend) * Math.sin(turn),
          centre[1] + east * Math.sin(turn) + (north + bend) * Math.cos(turn),
        ];
        const edge = Math.hypot(east / (columns * block * 0.72), north / (rows * block * 0.56));
        return isWater(at) || isWater([at[0] - 130, at[1]]) || edge > 1 ? null : this.addNode(at);
      }),
    );
    const names = STREET_NAMES.map((_, i) => STREET_NAMES[(i + nameFrom) % STREET_NAMES.length] as string);
    let named = 0;
    grid.forEach((row, r) =>
      this.addRuns(
        row,
        town.name,
        r < ORDINALS.length && town.numbered
          ? [ORDINALS[r] as string, 'St']
          : [names[named++] as string, SUFFIXES[(r + nameFrom) % 5] as string],
      ),
    );
    for (let c = 0; c < columns; c++) {
      this.addRuns(
        grid.map((row) => row[c] ?? null),
        town.name,
        [names[named++] as string, SUFFIXES[(c + nameFrom + 2) % SUFFIXES.length] as string],
      );
    }
    const nodes = grid.flat().filter((id): id is number => id !== null);
    this.centres.set(town.name, this.nearest(nodes, centre));
  }

  /** A street over each run of neighbouring nodes; a gap of water ends one and begins the next. */
  private addRuns(ids: readonly (number | null)[], townName: string, [name, suffix]: readonly [string, string]): void {
    let run: number[] = [];
    for (const id of [...ids, null]) {
      if (id !== null) {
        run.push(id);
      } else {
        if (run.length > 1) this.addStreet(run, name, suffix, 'street', townName);
        run = [];
      }
    }
  }

  addLink(a: Town, b: Town, name: string, suffix: string, roadClass: RoadClass): void {
    const [from, to] = [this.centres.get(a.name) as number, this.centres.get(b.name) as number];
    const [p, q] = [(this.nodes[from] as RoadNode).at, (this.nodes[to] as RoadNode).at];
    const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
    const steps = Math.max(3, Math.round(length / 450));
    const bow = (roadClass === 'highway' ? 0.05 : 0.09) * length * (a.name < b.name ? 1 : -1);
    const middle = Array.from({ length: steps - 1 }, (_, i): number => {
      const t = (i + 1) / steps;
      const aside = bow * Math.sin(Math.PI * t) + 60 * Math.sin(t * 9);
      return this.addNode([
        p[0] + (q[0] - p[0]) * t - ((q[1] - p[1]) / length) * aside,
        p[1] + (q[1] - p[1]) * t + ((q[0] - p[0]) / length) * aside,
      ]);
    });
    this.addStreet([from, ...middle, to], name, suffix, roadClass, '');
  }

  private addStreet(nodes: readonly number[], name: string, suffix: string, roadClass: RoadClass, townName: string): void {
    const id = this.streets.length;
    this.streets.push({ id, name, suffix, class: roadClass, town: townName, nodes });
    nodes.slice(1).forEach((to, i) => {
      const from = nodes[i] as number;
      const [p, q] = [(this.nodes[from] as RoadNode).at, (this.nodes[to] as RoadNode).at];
      this.edges.push({ from, to, street: id, metres: Math.hypot(q[0] - p[0], q[1] - p[1]) });
    });
  }

  private addNode(at: Point): number {
    return this.nodes.push({ id: this.nodes.length, at }) - 1;
  }

  private nearest(ids: readonly number[], [east, north]: Point): number {
    const far = (id: number): number =>
      Math.hypot((this.nodes[id] as RoadNode).at[0] - east, (this.nodes[id] as RoadNode).at[1] - north);
    return ids.reduce((best, id) => (far(id) < far(best) ? id : best));
  }
}
