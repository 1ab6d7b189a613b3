import { lonLat } from './ground.js';
import { DAYS, mphAt, SIDES, sideOf } from './speeds.js';
import type { Side } from './speeds.js';
import { signOf } from './streets.js';
import type { RoadClass, RoadEdge, RoadGraph, RoadNode, Street } from './streets.js';

const CLASSES: readonly RoadClass[] = ['highway', 'arterial', 'street', 'lane', 'ferry'];
const QUARTERS = 96;
/** Minutes that one waits for the ferry, half the time between two. */
const BOARDING = 12;

/**
 * The county's ways as GeoJSON (RFC 7946), one line for each block: they meet where they share a position. Each names the
 * speeds that cars keep along it and against it; `profiles` holds these in miles an hour by the quarter of an hour.
 */
export function roadFile({ nodes, edges, streets }: RoadGraph): object {
  const at = (id: number): [number, number] => lonLat((nodes[id] as RoadNode).at);
  const block = (edge: RoadEdge): object => {
    const street = streets[edge.street] as Street;
    const profile = (forwards: boolean): string => nameOf(edge.class, sideOf(edge, nodes, forwards));
    const driven = edge.class !== 'footpath';
    return feature([at(edge.from), at(edge.to)], {
      name: signOf(street),
      ...(driven ? { along: profile(true) } : {}),
      ...(driven && !edge.oneWay ? { against: profile(false) } : {}),
      foot: 'walk',
    });
  };
  // nobody gets off a ferry on the way
  const crossings = streets.filter((street) => street.class === 'ferry');
  const ferries = crossings.map((street) =>
    feature(street.nodes.map(at), {
      name: signOf(street),
      along: nameOf('ferry', 'outbound'),
      against: nameOf('ferry', 'inbound'),
      foot: 'ride',
      boarding: BOARDING,
    }),
  );
  return {
    type: 'FeatureCollection',
    profiles: Object.fromEntries(CLASSES.flatMap((each) => SIDES.map((side) => [nameOf(each, side), profileOf(each, side)]))),
    features: [...edges.filter((edge) => edge.class !== 'ferry').map(block), ...ferries],
  };
}

function nameOf(roadClass: RoadClass, side: Side): string {
  return `${roadClass} ${side}`;
}

function profileOf(roadClass: RoadClass, side: Side): object {
  return Object.fromEntries(
    DAYS.map((day) => [
      day,
      // each quarter's speed is that of its middle
      Array.from({ length: QUARTERS }, (_, i) => Math.round(10 * mphAt(roadClass, side, day, (i + 0.5) / 4)) / 10),
    ]),
  );
}

function feature(coordinates: readonly [number, number][], properties: Readonly<Record<string, string | number>>): object {
  return { type: 'Feature', geometry: { type: 'LineString', coordinates }, properties };
}
