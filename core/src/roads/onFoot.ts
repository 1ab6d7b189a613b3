import { distance, METRES_PER_MILE } from '../geo/distance.js';
import type { LonLat } from '../geo/distance.js';
import type { MapFile } from '../geo/surroundings.js';
import { routeOf } from './route.js';
import type { TravelTimes } from './travelTimes.js';

/** What somebody who lives there would walk to, by the map's layers. */
export const WALKED_TO = ['busStop', 'station', 'ferry', 'grocery', 'school', 'clinic', 'beach', 'trailhead'] as const;
export type WalkedTo = (typeof WALKED_TO)[number];

/** A place of a kind, and the walk to it along streets. */
export interface OnFoot {
  readonly kind: WalkedTo;
  readonly name: string;
  /** From door to door. */
  readonly minutes: number;
  readonly miles: number;
}

/** A place of the map. */
export interface MapPlace {
  readonly kind: WalkedTo;
  readonly name: string;
  readonly at: LonLat;
}

/** Farther than this, as the crow flies, nobody walks. */
const MOST_MILES = 2;
/** The nearest by the street is looked for among so many of the nearest as the crow flies. */
const TRIED = 3;

/** The places of a map that are walked to. */
export function placesOf({ features }: MapFile): MapPlace[] {
  return features.flatMap(({ properties, geometry }) => {
    const kind = WALKED_TO.find((each) => each === properties?.layer);
    const name = properties?.name;
    return kind && name && geometry.type === 'Point' ? [{ kind, name, at: geometry.coordinates as LonLat }] : [];
  });
}

/** The nearest place of each kind along streets, within two miles as the crow flies; the shortest walk first. */
export function onFoot(times: TravelTimes, places: readonly MapPlace[], from: LonLat): OnFoot[] {
  const walks = WALKED_TO.flatMap((kind): OnFoot[] => {
    const near = places
      .filter((place) => place.kind === kind)
      .map((place) => ({ ...place, away: distance(from, place.at) }))
      .filter(({ away }) => away <= MOST_MILES * METRES_PER_MILE)
      .sort((a, b) => a.away - b.away)
      .slice(0, TRIED);
    const routes = near.flatMap(({ name, at }) => {
      const route = routeOf(times, { from, to: at, on: 'weekday', by: 'foot' });
      return route ? [{ kind, name, minutes: Math.ceil(route.seconds / 60), miles: route.metres / METRES_PER_MILE }] : [];
    });
    return routes.sort((a, b) => a.minutes - b.minutes).slice(0, 1);
  });
  return walks.sort((a, b) => a.minutes - b.minutes);
}
