import fc from 'fast-check';
import { DirectedGraph } from 'graphology';
import dijkstra from 'graphology-shortest-path/dijkstra.js';
import createGraph from 'ngraph.graph';
import { aStar } from 'ngraph.path';
import { describe, expect, it } from 'vitest';
import { gridNetwork, networks, randomFrom } from '../testing/randomRoads.js';
import { isOpen, readRoads } from './network.js';
import type { RoadFile, RoadNetwork } from './network.js';
import { crossingOf } from './crossing.js';
import type { Start } from './crossing.js';
import { Reach, sweep } from './sweep.js';
import { QUARTERS } from './travel.js';

const at = (edge: number, share = 0): Start['at'] => ({ edge, share, off: 0 });
const WEEKDAY = { on: 'weekday', by: 'car' } as const;

/** Going over all arcs until nothing gets better: no queue, no order, nothing left out. */
function overAndOver(network: RoadNetwork, start: Start): Reach {
  const { tails, metres, headings, edges, turnWaits } = network;
  const crossing = crossingOf(network, start);
  const ends = new Float64Array(2 * edges).fill(Infinity);
  const entered = new Float64Array(2 * edges).fill(Infinity);
  const met = (arc: number): number => tails[start.forwards ? arc : arc ^ 1] as number;
  const leaves = (arc: number): number => tails[start.forwards ? arc ^ 1 : arc] as number;
  for (const arc of [2 * start.at.edge, 2 * start.at.edge + 1]) {
    if (!isOpen(network, arc, start.by)) continue;
    const rest = ((arc & 1) === 0) === start.forwards ? 1 - start.at.share : start.at.share;
    ends[arc] = crossing(arc, rest * (metres[start.at.edge] as number), 0);
  }
  for (let better = true; better;) {
    better = false;
    for (let arc = 0; arc < 2 * edges; arc++) {
      if (ends[arc] === Infinity) continue;
      for (let next = 0; next < 2 * edges; next++) {
        if (next === (arc ^ 1) || met(next) !== leaves(arc) || !isOpen(network, next, start.by)) continue;
        const [first, then] = start.forwards ? [arc, next] : [next, arc];
        const turn = ((headings[then] as number) - (headings[first] as number)) & 255;
        const begin = (ends[arc] as number) + (start.by === 'car' ? (turnWaits[turn] as number) : 0);
        if (begin >= (entered[next] as number)) continue;
        better = true;
        entered[next] = begin;
        ends[next] = Math.min(ends[next] as number, begin + crossing(next, metres[next >> 1] as number, begin));
      }
    }
  }
  return new Reach(network, start, entered, new Int32Array(2 * edges), crossing);
}

describe('sweep', () => {
  it('finds the least times of going over all arcs again and again, by the hour, with turns, either way, by car and on foot', () => {
    let met = 0;
    fc.assert(
      fc.property(
        networks,
        fc.record({ clock: fc.integer({ min: 0, max: 86_399 }), forwards: fc.boolean(), by: fc.constantFrom('car', 'foot') }),
        fc.nat(),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (network, how, edge, share) => {
          const start: Start = { ...how, on: 'weekday', at: at(edge % network.edges, share) };
          const [ours, theirs] = [sweep(network, start), overAndOver(network, start)];
          for (let e = 0; e < network.edges; e++) {
            for (const s of [0, 0.3, 1]) {
              const seconds = theirs.secondsTo(at(e, s));
              if (seconds === Infinity) expect(ours.secondsTo(at(e, s))).toBe(Infinity);
              else expect(ours.secondsTo(at(e, s))).toBeCloseTo(seconds, 6);
              if (Number.isFinite(seconds)) met++;
            }
          }
        },
      ),
      { numRuns: 150 },
    );
    expect(met).toBeGreaterThan(2000);
  });

  it('has the costs of graphology and ngraph.path where speeds stand still', () => {
    const network = gridNetwork(24, randomFrom(5));
    const { tails, metres, profileOf, speeds } = network;
    const graph = new DirectedGraph<object, { seconds: number }>();
    const links = createGraph<undefined, number>();
    for (let arc = 0; arc < tails.length; arc++) {
      const profile = profileOf[arc] as number;
      if (profile < 0) continue;
      const [from, to] = [tails[arc] as number, tails[arc ^ 1] as number];
      const seconds =
        (network.boarding[arc >> 1] as number) + (metres[arc >> 1] as number) / (speeds[profile * 3 * QUARTERS] as number);
      graph.mergeEdge(from, to, { seconds });
      links.addLink(from, to, seconds);
    }
    const reach = sweep(network, { at: at(100), clock: 3600, forwards: true, ...WEEKDAY });
    // the start is node `tails[200]`, where edge 100 begins
    const from = tails[200] as number;
    const paths = dijkstra.singleSource(graph, from, 'seconds') as Record<string, string[]>;
    const finder = aStar(links, { oriented: true, distance: (_a, _b, link) => link.data });
    let compared = 0;
    for (const [node, path] of Object.entries(paths)) {
      const theirs = costOf(path, (a, b) => graph.getEdgeAttribute(graph.edge(a, b), 'seconds'));
      // a crossing is where any of its streets begins or ends
      const ours = Math.min(...arcsFrom(network, Number(node)).map((arc) => reach.secondsTo(at(arc >> 1, arc & 1))));
      expect(ours).toBeCloseTo(theirs, 6);
      if (compared++ % 20 !== 0) continue;
      const second = finder
        .find(from, Number(node))
        .map(({ id }) => String(id))
        .reverse();
      expect(costOf(second, (a, b) => links.getLink(Number(a), Number(b))?.data as number)).toBeCloseTo(theirs, 6);
    }
    expect(compared).toBeGreaterThan(400);
  });

  it('lets nobody arrive earlier by setting out later (FIFO), and runs backwards as it runs forwards', () => {
    fc.assert(
      fc.property(
        networks,
        fc.nat(),
        fc.integer({ min: 0, max: 86_399 }),
        fc.double({ min: 0, max: 3600, noNaN: true }),
        fc.double({ min: 1, max: 5000, noNaN: true }),
        (network, pick, clock, later, metres) => {
          const arc = Array.from(network.profileOf.keys()).filter((each) => isOpen(network, each, 'car'))[pick % network.edges];
          if (arc === undefined) return;
          const forwards = { at: at(0), clock, forwards: true, ...WEEKDAY };
          const crossing = crossingOf(network, forwards);
          const taken = crossing(arc, metres, 0);
          expect(later + crossing(arc, metres, later)).toBeGreaterThanOrEqual(taken - 1e-9);
          const back = crossingOf(network, { ...forwards, clock: clock + taken, forwards: false });
          expect(back(arc, metres, 0)).toBeCloseTo(taken, 6);
        },
      ),
      { numRuns: 600 },
    );
  });

  it('leaves a street by its one way only, waits for the ferry, and goes on foot where no car goes', () => {
    const steady = (mph: number): number[] => new Array<number>(QUARTERS).fill(mph);
    const day = { weekday: steady(30), saturday: steady(30), sunday: steady(30) };
    // four nodes in a row, about 1,000 m apart: a one-way street, a ferry, a path
    const [a, b, c, d] = [-66, -65.98818, -65.97636, -65.96454].map((lon) => [lon, 40.6] as const) as [
      readonly [number, number],
      readonly [number, number],
      readonly [number, number],
      readonly [number, number],
    ];
    const way = (
      from: readonly [number, number],
      to: readonly [number, number],
      properties: Omit<RoadFile['features'][number]['properties'], 'name'>,
    ): RoadFile['features'][number] => ({
      geometry: { type: 'LineString', coordinates: [from, to] },
      properties: { name: 'x', ...properties },
    });
    const network = readRoads({
      type: 'FeatureCollection',
      profiles: { steady: day },
      features: [
        way(a, b, { along: 'steady', foot: 'walk' }),
        way(b, c, { along: 'steady', against: 'steady', foot: 'ride', boarding: 10 }),
        way(c, d, { foot: 'walk' }),
      ],
    });
    const from = (edge: number, by: 'car' | 'foot', share: number): ReturnType<typeof sweep> =>
      sweep(network, { at: at(edge, share), clock: 28_800, forwards: true, on: 'weekday', by });
    const mph30 = 1000 / (30 * 0.44704);
    const walked = 1000 / 1.34112;
    expect(from(0, 'car', 0).secondsTo(at(1, 1))).toBeCloseTo(2 * mph30 + 600, -0.5);
    expect(from(1, 'car', 1).secondsTo(at(0, 0.5))).toBe(Infinity);
    expect(from(0, 'car', 0).secondsTo(at(2, 0.5))).toBe(Infinity);
    expect(from(0, 'foot', 0).secondsTo(at(2, 1))).toBeCloseTo(2 * walked + mph30 + 600, -0.5);
    expect(from(2, 'foot', 1).secondsTo(at(0, 0))).toBeCloseTo(2 * walked + mph30 + 600, -0.5);
    // along one edge, with and against its way
    expect(from(0, 'car', 0.25).secondsTo(at(0, 0.75))).toBeCloseTo(mph30 / 2, -0.5);
    expect(from(0, 'car', 0.75).secondsTo(at(0, 0.25))).toBe(Infinity);
  });

  it('refuses a road whose speeds the file lacks, and says which', () => {
    const file: RoadFile = {
      type: 'FeatureCollection',
      profiles: {},
      features: [
        {
          geometry: { type: 'LineString', coordinates: [[0, 0], [0, 1]] }, // prettier-ignore
          properties: { name: 'Heron Ave', along: 'quick', foot: 'walk' },
        },
      ],
    };
    expect(() => readRoads(file)).toThrow('Heron Ave has the speeds “quick”');
  });
});

function costOf(path: readonly string[], seconds: (a: string, b: string) => number): number {
  return path.slice(1).reduce((sum, b, i) => sum + seconds(path[i] as string, b), 0);
}

function arcsFrom({ out }: RoadNetwork, node: number): number[] {
  return [...out.arcs.subarray(out.first[node], out.first[node + 1])];
}
