import type { Point } from './ground.js';
import { signOf } from './streets.js';
import type { RoadClass, RoadGraph, RoadNode } from './streets.js';

export interface BusStop {
  /** The two streets that cross there: "Heron Ave at 3rd St". */
  readonly name: string;
  readonly at: Point;
}

const APART_METRES = 420;
const SERVED: readonly RoadClass[] = ['arterial', 'highway'];

/** Stops where a street crosses one that buses run along, none within 420 metres of another. */
export function busStops({ nodes, edges, streets }: RoadGraph): BusStop[] {
  const meeting = new Map<number, Set<number>>();
  const served = new Map<number, number>();
  for (const edge of edges) {
    if (edge.class === 'footpath' || edge.class === 'ferry') continue;
    for (const node of [edge.from, edge.to]) {
      meeting.set(node, (meeting.get(node) ?? new Set()).add(edge.street));
      if (SERVED.includes(edge.class)) served.set(node, edge.street);
    }
  }
  const stops: BusStop[] = [];
  for (const [node, along] of served) {
    const { at } = nodes[node] as RoadNode;
    const across = [...(meeting.get(node) ?? [])].find((street) => street !== along);
    const crowded = stops.some((stop) => Math.hypot(stop.at[0] - at[0], stop.at[1] - at[1]) < APART_METRES);
    if (across === undefined || crowded) continue;
    const [first, second] = [streets[along], streets[across]];
    if (first && second && signOf(first) !== signOf(second)) stops.push({ name: `${signOf(first)} at ${signOf(second)}`, at });
  }
  return stops;
}
