import type { County } from './county.js';
import { blob, lonLat, river, sea } from './ground.js';
import type { Point } from './ground.js';
import type { RoadNode } from './streets.js';
import { GREENS, PLACES, STATIONS, TOWNS } from './towns.js';

interface Feature {
  readonly type: 'Feature';
  readonly geometry: { readonly type: string; readonly coordinates: unknown };
  readonly properties: Readonly<Record<string, string | number>>;
}

export interface FeatureCollection {
  readonly type: 'FeatureCollection';
  readonly features: readonly Feature[];
}

/** The base map as GeoJSON (RFC 7946); each feature's `layer` says what is drawn of it. */
export function baseMap(county: County): FeatureCollection {
  const nodes = county.roads.nodes;
  return {
    type: 'FeatureCollection',
    features: [
      area('sea', 'Ostrey Sound', sea()),
      ...TOWNS.map((town) => area('town', town.name, blob(town.centre, town.rows * town.block * 0.62, town.turn * 7, 0.1))),
      ...GREENS.map((green, i) => area(green.kind, green.name, blob(green.at, green.radius, i * 1.3))),
      area('river', 'The Dunnock', river()),
      ...county.roads.streets.map((street) =>
        line(
          street.class,
          [street.name, street.suffix].filter(Boolean).join(' '),
          street.nodes.map((id) => (nodes[id] as RoadNode).at),
        ),
      ),
      line(
        'rail',
        'Ostrey light rail',
        STATIONS.map(({ at }) => at),
      ),
      ...STATIONS.map(({ name, at }) => point('station', `${name} station`, at)),
      ...PLACES.map(({ name, at }) => point('place', name, at)),
      ...TOWNS.map((town) => point('townLabel', town.name, town.centre)),
      point('waterLabel', 'Ostrey Sound', [-9800, 2600]),
    ],
  };
}

function area(layer: string, name: string, ring: readonly Point[]): Feature {
  return { type: 'Feature', geometry: { type: 'Polygon', coordinates: [ring.map(lonLat)] }, properties: { layer, name } };
}

function line(layer: string, name: string, points: readonly Point[]): Feature {
  return { type: 'Feature', geometry: { type: 'LineString', coordinates: points.map(lonLat) }, properties: { layer, name } };
}

function point(layer: string, name: string, at: Point): Feature {
  return { type: 'Feature', geometry: { type: 'Point', coordinates: lonLat(at) }, properties: { layer, name } };
}
