import { isWater, ISLANDS, shoreAt } from './ground.js';
import type { Point } from './ground.js';
import { ORDINALS, STREET_NAMES, SUFFIXES } from './names.js';
import { randomOf } from './random.js';
import type { Random } from './random.js';
import { FOOTPATHS, HIGHWAY, isGreen, LINKS, TOWNS } from './towns.js';
import type { Town } from './towns.js';

export type RoadClass = 'highway' | 'arterial' | 'street' | 'lane' | 'footpath' | 'ferry';

/** A crossing, or a bend, of the road graph. */
export interface RoadNode {
  readonly id: number;
  readonly at: Point;
}

/** One block of a street between two nodes. */
export interface RoadEdge {
  readonly from: number;
  readonly to: number;
  readonly street: number;
  readonly class: RoadClass;
  readonly metres: number;
  /** Driven from `from` to `to` only. */
  readonly oneWay: boolean;
  readonly bridge: boolean;
  /** The numbered route that runs over it under the street's own name. */
  readonly route: string | null;
}

export interface Street {
  readonly id: number;
  readonly directional: '' | 'N' | 'S';
  readonly name: string;
  readonly suffix: string;
  readonly class: RoadClass;
  readonly oneWay: boolean;
  readonly town: string;
  /** Node ids in order. */
  readonly nodes: readonly number[];
}

export interface RoadGraph {
  readonly nodes: readonly RoadNode[];
  readonly edges: readonly RoadEdge[];
  readonly streets: readonly Street[];
}

/** A street's name as it stands on its sign: "N Heron Ave". */
export function signOf({ directional, name, suffix }: Pick<Street, 'directional' | 'name' | 'suffix'>): string {
  return [directional, name, suffix].filter(Boolean).join(' ');
}

/** The county's ways: a turned, uneven grid for each town, roads between towns, one highway, lanes, paths and the ferry. */
export function buildRoads(seed: number): RoadGraph {
  const builder = new RoadBuilder(seed);
  TOWNS.forEach((town, i) => builder.addTown(town, randomOf(seed, 11, i), i * 17));
  HIGHWAY.stops.slice(1).forEach((stop, i) => builder.addHighway(town(HIGHWAY.stops[i] as string), town(stop)));
  for (const [a, b, name, suffix] of LINKS) builder.addLink(town(a), town(b), name, suffix);
  builder.addIsland();
  builder.addLanes();
  builder.addFootpaths();
  builder.join();
  return builder.graph();
}

function town(name: string): Town {
  return TOWNS.find((each) => each.name === name) as Town;
}

interface Draft {
  readonly directional: Street['directional'];
  readonly name: string;
  readonly suffix: string;
  readonly class: RoadClass;
  readonly oneWay: boolean;
  readonly town: string;
  readonly nodes: number[];
}

class RoadBuilder {
  private readonly nodes: RoadNode[] = [];
  private readonly drafts: Draft[] = [];
  private readonly nodesOf = new Map<string, number[]>();
  /** Blocks that carry through traffic: their class, and the numbered route if there is one. */
  private readonly through = new Map<string, { class: RoadClass; route: string | null }>();
  private readonly bends: number[] = [];

  constructor(private readonly seed: number) {}

  addTown(town: Town, random: Random, nameFrom: number): void {
    const { rows, columns, block, turn, centre } = town;
    const grid = Array.from({ length: rows }, (_, r) =>
      Array.from({ length: columns }, (_, c): number | null => {
        const east = (c - (columns - 1) / 2) * block * 1.35 + random.normal() * 9;
        const north = (r - (rows - 1) / 2) * block + random.normal() * 9;
        const bend = 60 * Math.sin(east / 520 + nameFrom);
        const at: Point = [
          centre[0] + east * Math.cos(turn) - (north + bend) * Math.sin(turn),
          centre[1] + east * Math.sin(turn) + (north + bend) * Math.cos(turn),
        ];
        const edge = Math.hypot(east / (columns * block * 0.72), north / (rows * block * 0.56)) + random.unit() * 0.14;
        return isWater(at) || isWater([at[0] - 60, at[1]]) || isGreen(at) || edge > 1.06 ? null : this.addNode(at);
      }),
    );
    const names = STREET_NAMES.map((_, i) => STREET_NAMES[(i + nameFrom) % STREET_NAMES.length] as string);
    let named = 0;
    const middle = Math.floor(rows / 2);
    grid.forEach((row, r) => {
      const numbered = town.numbered && r < ORDINALS.length;
      const name = numbered ? (ORDINALS[r] as string) : (names[named++] as string);
      const suffix = numbered ? 'St' : (SUFFIXES[(r * 3 + nameFrom) % 8] as string);
      this.addRuns(row, { directional: '', name, suffix, class: 'street', oneWay: false, town: town.name }, random);
    });
    for (let c = 0; c < columns; c++) {
      const column = grid.map((row) => row[c] ?? null);
      const name = names[named++ % names.length] as string;
      const suffix = SUFFIXES[(c * 5 + nameFrom + 2) % SUFFIXES.length] as string;
      const street = { name, suffix, class: 'street' as const, town: town.name };
      if (town.numbered) {
        // the middle street divides south from north
        const oneWay = town.name === 'Port Ostrey' && Math.abs(c - columns / 2) < 3;
        const run = (ids: readonly (number | null)[]): (number | null)[] => (c % 2 === 0 ? [...ids] : [...ids].reverse());
        this.addRuns(run(column.slice(0, middle + 1)), { ...street, directional: 'S', oneWay }, random);
        this.addRuns(run(column.slice(middle)), { ...street, directional: 'N', oneWay }, random);
      } else {
        this.addRuns(column, { ...street, directional: '', oneWay: false }, random);
      }
    }
    const ids = grid.flat().filter((id): id is number => id !== null);
    this.nodesOf.set(town.name, ids);
    this.addCourts(town, ids, names.slice(named), random);
  }

  /** A street over each run of neighbouring nodes; water, and here and there a missing block, ends one and begins the next. */
  private addRuns(ids: readonly (number | null)[], street: Omit<Draft, 'nodes'>, random: Random): void {
    let run: number[] = [];
    const end = (): void => {
      if (run.length > 1) this.drafts.push({ ...street, nodes: run });
    };
    for (const id of [...ids, null]) {
      if (id === null) {
        end();
        run = [];
        continue;
      }
      run.push(id);
      if (!street.oneWay && run.length > 2 && random.chance(0.05)) {
        end();
        run = [];
      }
    }
  }

  /** Short dead ends out from the edge of a town. */
  private addCourts(town: Town, ids: readonly number[], names: readonly string[], random: Random): void {
    const degree = new Map<number, number>();
    for (const { nodes } of this.drafts) {
      nodes.forEach((id, i) => degree.set(id, (degree.get(id) ?? 0) + (i === 0 || i === nodes.length - 1 ? 1 : 2)));
    }
    const edge = ids.filter((id) => (degree.get(id) ?? 0) <= 2);
    for (const name of names) {
      if (edge.length === 0) return;
      const id = edge.splice(random.int(0, edge.length - 1), 1)[0] as number;
      const { at } = this.nodes[id] as RoadNode;
      const out = Math.atan2(at[1] - town.centre[1], at[0] - town.centre[0]) + random.normal() * 0.25;
      const metres = 130 + random.unit() * 110;
      const bend: Point = [at[0] + Math.cos(out) * metres * 0.55, at[1] + Math.sin(out) * metres * 0.55];
      const turned = out + random.normal() * 0.5;
      const end: Point = [bend[0] + Math.cos(turned) * metres * 0.5, bend[1] + Math.sin(turned) * metres * 0.5];
      if ([bend, end].some((point) => isWater(point) || this.nearestOf(this.allIds(), point, id).metres < 70)) continue;
      this.drafts.push({
        directional: '',
        name,
        suffix: random.pick(['Ct', 'Cir', 'Pl', 'Ter', 'Hollow']),
        class: 'street',
        oneWay: false,
        town: town.name,
        nodes: [id, this.addNode(bend), this.addNode(end)],
      });
    }
  }

  /** The highway between two towns' edges; within a town it runs on over local streets, which keep their names. */
  addHighway(a: Town, b: Town): void {
    this.addRoad(a, b, { name: HIGHWAY.name, suffix: '', class: 'highway' }, 0.05, HIGHWAY.route);
  }

  addLink(a: Town, b: Town, name: string, suffix: string): void {
    this.addRoad(a, b, { name, suffix, class: 'arterial' }, 0.09, null);
  }

  private addRoad(a: Town, b: Town, road: Pick<Draft, 'name' | 'suffix' | 'class'>, bowed: number, route: string | null): void {
    const from = this.nearestOf(this.nodesOf.get(a.name) as number[], b.centre).id;
    const to = this.nearestOf(this.nodesOf.get(b.name) as number[], a.centre).id;
    const [p, q] = [this.at(from), this.at(to)];
    const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
    const steps = Math.max(4, Math.round(length / 260));
    const bow = bowed * length * (a.name < b.name ? 1 : -1);
    const points = Array.from({ length: steps - 1 }, (_, i): Point => {
      const t = (i + 1) / steps;
      const aside = bow * Math.sin(Math.PI * t) + 60 * Math.sin(t * 9) * Math.sin(Math.PI * t);
      return [
        p[0] + (q[0] - p[0]) * t - ((q[1] - p[1]) / length) * aside,
        p[1] + (q[1] - p[1]) * t + ((q[0] - p[0]) / length) * aside,
      ];
    });
    this.bends.push(...this.addCrossing(from, points, to, { ...road, directional: '', oneWay: false, town: '' }));
    for (const [town, entry] of [
      [a, from],
      [b, to],
    ] as const) {
      const ids = this.nodesOf.get(town.name) as number[];
      this.markThrough(
        this.path(entry, this.nearestOf(ids, town.centre).id),
        road.class === 'highway' ? 'arterial' : road.class,
        route,
      );
    }
  }

  /** A road over new nodes that meets each street it crosses in a node of both. */
  private addCrossing(from: number, points: readonly Point[], to: number | null, road: Omit<Draft, 'nodes'>): number[] {
    const nodes = [from];
    const own: number[] = [];
    let here = this.at(from);
    const targets = [
      ...points.map((point) => ({ point, id: null as number | null })),
      ...(to === null ? [] : [{ point: this.at(to), id: to }]),
    ];
    for (const { point, id } of targets) {
      const crossings = this.crossingsOf(here, point).filter(
        (crossing) => !nodes.includes(crossing.first) && crossing.first !== to,
      );
      for (const { draft, at, place } of crossings) {
        const node = this.addNode(at);
        draft.nodes.splice(place(), 0, node);
        nodes.push(node);
      }
      const next = id ?? this.addNode(point);
      if (id === null) own.push(next);
      nodes.push(next);
      here = point;
    }
    this.drafts.push({ ...road, nodes });
    return own;
  }

  private crossingsOf(a: Point, b: Point): { draft: Draft; at: Point; along: number; first: number; place: () => number }[] {
    return this.drafts
      .filter((draft) => draft.class !== 'ferry')
      .flatMap((draft) =>
        draft.nodes.slice(1).flatMap((second, i) => {
          const first = draft.nodes[i] as number;
          const met = meeting(a, b, this.at(first), this.at(second));
          return met ? [{ draft, at: met.at, along: met.along, first, place: () => draft.nodes.indexOf(second) }] : [];
        }),
      )
      .sort((one, other) => one.along - other.along);
  }

  /** A lane around Gannet Island, and the ferry from Ferry Square's quay. */
  addIsland(): void {
    const [island] = ISLANDS as [(typeof ISLANDS)[number]];
    const ring = Array.from({ length: 11 }, (_, i) => {
      const a = (i / 10) * 2 * Math.PI;
      return this.addNode([island.at[0] + 560 * Math.cos(a), island.at[1] + 520 * Math.sin(a)]);
    });
    const town = 'Lantern Point';
    const lane = { directional: '' as const, class: 'lane' as const, oneWay: false, town };
    ring[10] = ring[0] as number;
    this.drafts.push({ ...lane, name: 'Gannet', suffix: 'Loop', nodes: ring });
    const landing = this.addNode([island.at[0] + 900, island.at[1] - 280]);
    this.drafts.push({ ...lane, name: 'Gannet Landing', suffix: 'Ln', nodes: [landing, ring[9] as number] });
    const ids = this.nodesOf.get('Port Ostrey') as number[];
    const quay = this.nearestOf(ids, [shoreAt(1900), 1900]).id;
    const out: Point = [shoreAt(2300) - 900, 2700];
    this.drafts.push({
      ...lane,
      name: 'Gannet Island ferry',
      suffix: '',
      class: 'ferry',
      town: '',
      nodes: [quay, this.addNode(out), landing],
    });
  }

  /** Lanes off the roads between towns, to farms and acreage. */
  addLanes(): void {
    const random = randomOf(this.seed, 13);
    let named = 5;
    this.bends.forEach((from, i) => {
      if (i % 2 === 1) return;
      const at = this.at(from);
      const nearTown = TOWNS.some(
        ({ centre, rows, block }) => Math.hypot(at[0] - centre[0], at[1] - centre[1]) < rows * block * 0.6,
      );
      if (nearTown) return;
      const heading = random.unit() * 2 * Math.PI;
      const points: Point[] = [];
      let [east, north] = at;
      let turn = heading;
      for (let step = random.int(3, 6); step > 0; step--) {
        turn += random.normal() * 0.35;
        east += Math.cos(turn) * 190;
        north += Math.sin(turn) * 190;
        if (isWater([east, north]) || isWater([east - 60, north])) break;
        if (this.nearestOf(this.allIds(), [east, north], from).metres < 95) break;
        points.push([east, north]);
      }
      if (points.length < 2) return;
      const town = nearestTown(at).name;
      this.addCrossing(from, points, null, {
        directional: '',
        name: STREET_NAMES[(named += 7) % STREET_NAMES.length] as string,
        suffix: random.pick(['Ln', 'Trl', 'Rd', 'Hollow', 'Ridge', 'Run']),
        class: 'lane',
        oneWay: false,
        town,
      });
    });
  }

  addFootpaths(): void {
    for (const { name, points, joins } of FOOTPATHS) {
      const nodes = points.map((at) => this.addNode(at));
      const ends = joins.map((at) => this.nearestOf(this.allIds(nodes), at).id);
      const [first, last] = ends as [number, number];
      this.drafts.push({
        directional: '',
        name,
        suffix: '',
        class: 'footpath',
        oneWay: false,
        town: '',
        nodes: [first, ...nodes, last],
      });
    }
  }

  /** Joins what no road leads to by a lane to the nearest road. */
  join(): void {
    for (;;) {
      const reached = this.reachedFrom(this.drafts[0]?.nodes[0] as number);
      const apart = this.drafts.flatMap(({ nodes }) => nodes).find((id) => !reached.has(id));
      if (apart === undefined) return;
      const to = this.nearestOf([...reached], this.at(apart)).id;
      this.drafts.push({
        directional: '',
        name: 'Causeway',
        suffix: 'Ln',
        class: 'lane',
        oneWay: false,
        town: nearestTown(this.at(apart)).name,
        nodes: [apart, to],
      });
    }
  }

  graph(): RoadGraph {
    const streets = this.drafts.map((draft, id): Street => ({ id, ...draft }));
    const edges = streets.flatMap((street) =>
      street.nodes.slice(1).map((to, i): RoadEdge => {
        const from = street.nodes[i] as number;
        const [p, q] = [this.at(from), this.at(to)];
        const through = this.through.get(blockKey(from, to));
        const dry = street.class !== 'ferry';
        return {
          from,
          to,
          street: street.id,
          class: through?.class ?? street.class,
          metres: Math.hypot(q[0] - p[0], q[1] - p[1]),
          oneWay: street.oneWay && !through,
          bridge: dry && [0.25, 0.5, 0.75].some((t) => isWater([p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t])),
          route: through?.route ?? (street.class === 'highway' ? HIGHWAY.route : null),
        };
      }),
    );
    return { nodes: this.nodes, edges, streets };
  }

  private markThrough(path: readonly number[], roadClass: RoadClass, route: string | null): void {
    path.slice(1).forEach((to, i) => {
      const key = blockKey(path[i] as number, to);
      const known = this.through.get(key);
      this.through.set(key, { class: roadClass, route: route ?? known?.route ?? null });
    });
  }

  private neighbours(): Map<number, Set<number>> {
    const next = new Map<number, Set<number>>();
    const add = (a: number, b: number): unknown => (next.get(a) ?? next.set(a, new Set()).get(a))?.add(b);
    for (const { nodes } of this.drafts) {
      nodes.slice(1).forEach((to, i) => {
        add(nodes[i] as number, to);
        add(to, nodes[i] as number);
      });
    }
    return next;
  }

  private reachedFrom(start: number): Set<number> {
    const next = this.neighbours();
    const reached = new Set([start]);
    for (const id of reached) for (const other of next.get(id) ?? []) reached.add(other);
    return reached;
  }

  /** Fewest blocks from one node to another; both ends when there is no way. */
  private path(from: number, to: number): number[] {
    const next = this.neighbours();
    const before = new Map([[from, from]]);
    for (const id of before.keys()) {
      if (id === to) break;
      for (const other of next.get(id) ?? []) if (!before.has(other)) before.set(other, id);
    }
    const path = [to];
    while (path[0] !== from && before.has(path[0] as number)) path.unshift(before.get(path[0] as number) as number);
    return path[0] === from ? path : [];
  }

  private at(id: number): Point {
    return (this.nodes[id] as RoadNode).at;
  }

  private addNode(at: Point): number {
    return this.nodes.push({ id: this.nodes.length, at }) - 1;
  }

  private allIds(but: readonly number[] = []): number[] {
    return this.nodes.map(({ id }) => id).filter((id) => !but.includes(id));
  }

  private nearestOf(ids: readonly number[], [east, north]: Point, but = -1): { id: number; metres: number } {
    let nearest = { id: -1, metres: Infinity };
    for (const id of ids) {
      const [x, y] = this.at(id);
      const metres = Math.hypot(x - east, y - north);
      if (metres < nearest.metres && id !== but) nearest = { id, metres };
    }
    return nearest;
  }
}

/** The town whose centre is nearest. */
export function nearestTown([east, north]: Point): Town {
  const far = ({ centre }: Town): number => Math.hypot(centre[0] - east, centre[1] - north);
  return TOWNS.reduce((best, each) => (far(each) < far(best) ? each : best));
}

function blockKey(a: number, b: number): string {
  return a < b ? `${a} ${b}` : `${b} ${a}`;
}

/** Where two segments cross inside both, and how far along the first. */
function meeting(a: Point, b: Point, c: Point, d: Point): { at: Point; along: number } | null {
  const [rx, ry, sx, sy] = [b[0] - a[0], b[1] - a[1], d[0] - c[0], d[1] - c[1]];
  const across = rx * sy - ry * sx;
  if (across === 0) return null;
  const along = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / across;
  const other = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / across;
  if (along <= 0.001 || along >= 0.999 || other <= 0.001 || other >= 0.999) return null;
  return { at: [a[0] + rx * along, a[1] + ry * along], along };
}
