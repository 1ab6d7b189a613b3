import Flatbush from 'flatbush';
import { distance, metresPerDegree, METRES_PER_MILE } from './distance.js';
import type { LonLat } from './distance.js';
import { metresToRing } from './inside.js';

/** A map file's features, as GeoJSON (RFC 7946); `layer` says what each is. */
export interface MapFile {
  readonly type?: string;
  readonly features: readonly {
    readonly type?: string;
    readonly properties: { readonly layer?: string; readonly name?: string; readonly [property: string]: unknown } | null;
    readonly geometry: { readonly type: string; readonly coordinates: unknown };
  }[];
}

/** Miles from a place to the nearest station and to the nearest shore; null where the map has none. */
export interface Near {
  readonly station: number | null;
  readonly shore: number | null;
}

const SHORES: ReadonlySet<string> = new Set(['sea', 'island']);

/**
 * What lies about places, measured in a straight line: stations on WGS 84, shores on a plane tangent at the place (within
 * a thousandth over 20 miles).
 */
export function surroundingsOf({ features }: MapFile): (place: LonLat) => Near {
  const stations: LonLat[] = [];
  const sides: (readonly [LonLat, LonLat])[] = [];
  for (const { properties, geometry } of features) {
    const layer = properties?.layer ?? '';
    if (layer === 'station' && geometry.type === 'Point') stations.push(geometry.coordinates as LonLat);
    if (!SHORES.has(layer) || geometry.type !== 'Polygon') continue;
    for (const ring of geometry.coordinates as LonLat[][]) ring.slice(1).forEach((to, i) => sides.push([ring[i] as LonLat, to]));
  }
  const index = sides.length > 0 ? new Flatbush(sides.length) : null;
  for (const [a, b] of sides) index?.add(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1]));
  index?.finish();

  const toShore = (place: LonLat): number | null => {
    if (!index) return null;
    const [x, y] = place;
    const metresTo = (i: number): number => metresToRing(x, y, sides[i] as readonly [LonLat, LonLat]);
    // the side whose box is nearest in degrees bounds how far the truly nearest can be
    const [first = 0] = index.neighbors(x, y, 1);
    const most = metresTo(first) * 1.001;
    const [east, north] = metresPerDegree(y);
    const near = index.search(x - most / east, y - most / north, x + most / east, y + most / north);
    return near.reduce((best, i) => Math.min(best, metresTo(i)), metresTo(first));
  };
  const miles = (metres: number | null): number | null =>
    metres === null ? null : Math.round((metres / METRES_PER_MILE) * 100) / 100;
  return (place) => ({
    station: miles(stations.reduce<number | null>((best, at) => Math.min(best ?? Infinity, distance(place, at)), null)),
    shore: miles(toShore(place)),
  });
}
