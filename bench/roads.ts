import { areaOf, routeOf, sweep, TravelTimes } from '@perambula/core';
import type { RoadNetwork, Snap, Travel } from '@perambula/core';
import { randomOf } from '@perambula/county';
import { DirectedGraph } from 'graphology';
import dijkstra from 'graphology-shortest-path/dijkstra.js';
import { measure, report } from './measure.js';
import { manyRoads } from './roadNetwork.js';

type Roads = DirectedGraph<object, { seconds: number }>;

const LISTINGS = 100_000;
const MIDDLE: [number, number] = [-66.01, 40.6];
const HALF_PAST_EIGHT = 8.5 * 3600;

/** Areas, minutes and routes over 200,000 crossings, beside graphology on the same roads with speeds that stand still. */
export async function benchRoads(): Promise<void> {
  const [hourly, still] = [manyRoads(true), manyRoads(false)];
  const title = `${hourly.nodes.toLocaleString('en-US')} crossings, ${hourly.edges.toLocaleString('en-US')} streets`;
  const at = snapOf(hourly, MIDDLE);
  const start = { at, clock: HALF_PAST_EIGHT, forwards: false, on: 'weekday', by: 'car' } as const;
  const fixed = { ...start, forwards: true };
  const node = still.tails[2 * at.edge] as number;
  const graph = graphOf(still);
  const compared = sameCosts(still, graph, at, node);
  report(
    `From everywhere to one place, ${title}`,
    [
      await measure('30 minutes, arriving at 8:30', 30, () => sweep(hourly, start, { limit: 1800 })),
      await measure('the same, with its area drawn', 15, () => areaOf(sweep(hourly, start, { limit: 1800 }), 1800)),
      await measure('all of it, speeds standing still', 15, () => sweep(still, fixed)),
      await measure('graphology’s singleSource', 3, () => dijkstra.singleSource(graph, node, 'seconds')),
    ],
    `the same costs for ${compared.toLocaleString('en-US')} crossings`,
  );

  const random = randomOf(9);
  const somewhere = (): [number, number] => [-66.3 + 0.585 * random.unit(), 40.4 + 0.405 * random.unit()];
  const times = new TravelTimes(hourly);
  const travel: Travel = { to: MIDDLE, arriveBy: '08:30', on: 'weekday', by: 'car' };
  let late = 0;
  const snaps = Array.from({ length: LISTINGS }, () => times.snap(somewhere(), 'car') as Snap);
  report(`Minutes from ${LISTINGS.toLocaleString('en-US')} listings to one place, ${title}`, [
    await measure('as each lies on its street', 15, () => {
      // another time of day each time, so that nothing kept is used again
      const minutes = times.journeys({ ...travel, arriveBy: `08:${String(++late % 60).padStart(2, '0')}` });
      return snaps.reduce((sum, snap) => sum + minutes(snap), 0);
    }),
  ]);
  report(`A route between two places, ${title}`, [
    await measure('by the hour, with its directions', 60, () =>
      routeOf(times, { from: somewhere(), to: somewhere(), leaveAt: '08:10', on: 'weekday', by: 'car' }),
    ),
  ]);
}

function snapOf(network: RoadNetwork, place: [number, number]): Snap {
  return new TravelTimes(network).snap(place, 'car') as Snap;
}

function graphOf({ tails, metres, profileOf, speeds }: RoadNetwork): Roads {
  const graph = new DirectedGraph<object, { seconds: number }>();
  for (let arc = 0; arc < tails.length; arc++) {
    const profile = profileOf[arc] as number;
    const speed = speeds[profile * 3 * 96] as number;
    if (profile >= 0) graph.mergeEdge(tails[arc], tails[arc ^ 1], { seconds: (metres[arc >> 1] as number) / speed });
  }
  return graph;
}

/** Compares the cost of every crossing, from the crossing where the start's street begins. */
function sameCosts(network: RoadNetwork, graph: Roads, { edge }: Snap, from: number): number {
  const start = { at: { edge, share: 0, off: 0 }, clock: 0, forwards: true, on: 'weekday', by: 'car' } as const;
  const reach = sweep(network, start);
  const paths = dijkstra.singleSource(graph, from, 'seconds') as Record<string, string[]>;
  let compared = 0;
  for (const [node, path] of Object.entries(paths)) {
    const theirs = path.slice(1).reduce((sum, b, i) => sum + graph.getEdgeAttribute(graph.edge(path[i], b), 'seconds'), 0);
    const { first, arcs } = network.out;
    let ours = Infinity;
    // a crossing is where any of its streets begins or ends
    for (let i = first[Number(node)] as number; i < (first[Number(node) + 1] as number); i++) {
      const arc = arcs[i] as number;
      ours = Math.min(ours, reach.secondsTo({ edge: arc >> 1, share: arc & 1, off: 0 }));
    }
    if (Math.abs(ours - theirs) > 1e-6) throw new Error(`Crossing ${node} takes ${ours} s here and ${theirs} s there.`);
    compared++;
  }
  return compared;
}
