import type { RoadClass, RoadEdge, RoadNode } from './streets.js';

/** Miles an hour on an empty road; nobody drives on a footpath. */
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

/** Whether a block is driven towards the middle of Port Ostrey or away from it. */
export const SIDES = ['inbound', 'outbound'] as const;
export type Side = (typeof SIDES)[number];

export const DAYS = ['weekday', 'saturday', 'sunday'] as const;
export type Day = (typeof DAYS)[number];

/** When the traffic is thickest, for how many hours about, and how thick. */
interface Peak {
  readonly at: number;
  readonly hours: number;
  readonly load: number;
}

/** On working days into town in the morning and out of it in the evening; on a Saturday both ways about noon. */
const PEAKS: Readonly<Record<Day, Readonly<Record<Side, Peak>>>> = {
  weekday: { inbound: { at: 8.1, hours: 1.2, load: 1 }, outbound: { at: 17.3, hours: 1.4, load: 1 } },
  saturday: { inbound: { at: 12.5, hours: 3, load: 0.4 }, outbound: { at: 14, hours: 3, load: 0.4 } },
  sunday: { inbound: { at: 13, hours: 3, load: 0.15 }, outbound: { at: 16, hours: 3, load: 0.15 } },
};

/** Where the morning's traffic goes and the evening's comes from, in metres east and north. */
const TOWARDS = [-520, 1050] as const;

/**
 * The speed of cars in miles an hour; 0 where none go.
 *
 * @param hour hours since midnight, 0 to 24, fractions allowed
 */
export function mphAt(roadClass: RoadClass, side: Side, day: Day, hour: number): number {
  const { at, hours, load } = PEAKS[day][side];
  const thick = load * Math.exp(-(((hour - at) / hours) ** 2));
  return FREE_FLOW[roadClass] * (1 - thick * (1 - AT_WORST[roadClass]));
}

/** Which way one goes along a block: into town, or out of it. */
export function sideOf({ from, to }: RoadEdge, nodes: readonly RoadNode[], forwards: boolean): Side {
  const away = (id: number): number => {
    const [east, north] = (nodes[id] as RoadNode).at;
    return Math.hypot(east - TOWARDS[0], north - TOWARDS[1]);
  };
  const [first, last] = forwards ? [from, to] : [to, from];
  return away(last) < away(first) ? 'inbound' : 'outbound';
}
