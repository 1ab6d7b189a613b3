import { METRES_PER_MILE } from './ground.js';
import type { RoadClass, RoadEdge, RoadNode } from './streets.js';

/** Miles an hour on an empty road; nobody drives on a footpath or the ferry. */
const FREE_FLOW: Readonly<Record<RoadClass, number>> = { highway: 55, arterial: 36, street: 23, lane: 28, footpath: 0, ferry: 9 };

/** What is left of the free speed when the traffic is at its worst. */
const AT_WORST: Readonly<Record<RoadClass, number>> = {
  highway: 0.52,
  arterial: 0.6,
  street: 0.8,
  lane: 0.95,
  footpath: 1,
  ferry: 1,
};

const PEAKS = { inbound: { at: 8.1, hours: 1.2 }, outbound: { at: 17.3, hours: 1.4 } } as const;

/** Where the morning's traffic goes and the evening's comes from, in metres east and north. */
const TOWARDS = [-520, 1050] as const;

/**
 * Minutes to drive a block at an hour of a working day, slower into Port Ostrey in the morning and out of it in the
 * evening; infinite against a one-way street and where no car goes.
 *
 * @param hour hours since midnight, 0 to 24, fractions allowed
 */
export function driveMinutes(edge: RoadEdge, nodes: readonly RoadNode[], forwards: boolean, hour: number): number {
  if (edge.oneWay && !forwards) return Infinity;
  const free = FREE_FLOW[edge.class];
  if (free === 0) return Infinity;
  const [from, to] = forwards ? [edge.from, edge.to] : [edge.to, edge.from];
  const away = (id: number): number => {
    const [east, north] = (nodes[id] as RoadNode).at;
    return Math.hypot(east - TOWARDS[0], north - TOWARDS[1]);
  };
  const peak = away(to) < away(from) ? PEAKS.inbound : PEAKS.outbound;
  const load = Math.exp(-(((hour - peak.at) / peak.hours) ** 2));
  const speed = free * (1 - load * (1 - AT_WORST[edge.class]));
  return (edge.metres / METRES_PER_MILE / speed) * 60;
}
