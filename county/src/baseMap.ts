import { contours } from 'd3-contour';
import { busStops } from './busStops.js';
import { footprintOf } from './buildings.js';
import type { County } from './county.js';
import { area, areas, collection, line, point } from './features.js';
import type { Feature, FeatureCollection } from './features.js';
import { blob, heightAt, ISLANDS, lonLat, REACH, river, sea, shoreStrip } from './ground.js';
import type { Point } from './ground.js';
import { districtAt } from './parcels.js';
import type { Parcel } from './parcels.js';
import { signOf } from './streets.js';
import type { RoadEdge, RoadNode, Street } from './streets.js';
import { AMENITIES, BEACHES, GREENS, PLACES, railLine, STATIONS, TOWNS } from './towns.js';
import { SCHOOLS } from './schools.js';

/** Side of a piece of the near map, in degrees of longitude and of latitude. */
export const PIECE = 0.0125;

/** The far map as GeoJSON (RFC 7946): land, water, ways and names; each feature's `layer` says what is drawn of it. */
export function farMap(county: County): FeatureCollection {
  return collection([
    area('sea', 'Ostrey Sound', sea()),
    ...ISLANDS.map(({ name, at, radius, phase }) => area('island', name, blob(at, radius, phase))),
    ...GREENS.map((green, i) => area(green.kind, green.name, blob(green.at, green.radius, i * 1.3))),
    ...TOWNS.map((town) => area('town', town.name, blob(town.centre, town.rows * town.block * 0.6, town.turn * 7, 0.1))),
    ...BEACHES.map(({ name, south, north }) => area('beach', name, shoreStrip(south, north, 55))),
    area('river', 'The Dunnock', river()),
    ...heightLines(),
    ...county.roads.streets.flatMap((street) => waysOf(street, county)),
    line('rail', 'Ostrey light rail', railLine()),
    ...STATIONS.map(({ name, at }) => point('station', `${name} station`, at)),
    ...busStops(county.roads).map(({ name, at }) => point('busStop', name, at)),
    ...PLACES.map(({ name, at }) => point('place', name, at)),
    ...SCHOOLS.map(({ name, at }) => point('school', name, at)),
    ...AMENITIES.map(({ name, kind, at }) => point(kind, name, at)),
    ...districtNames(county.parcels),
    ...GREENS.filter(({ radius }) => radius > 500).map(({ name, at }) => point('greenLabel', name, at)),
    ...ISLANDS.map(({ name, at }) => point('greenLabel', name, at)),
    ...TOWNS.map((town) => point('townLabel', town.name, town.centre)),
    point('waterLabel', 'Ostrey Sound', [-9800, 700]),
  ]);
}

/** The near map in pieces by `pieceOf` their middle: lots, buildings, and house numbers one by one. */
export function nearMap(county: County): Map<string, FeatureCollection> {
  const pieces = new Map<string, Piece>();
  const drawn = new Set<readonly Point[]>();
  for (const parcel of county.parcels) {
    // a building's units share one lot
    if (drawn.has(parcel.outline)) continue;
    drawn.add(parcel.outline);
    const name = pieceOf(lonLat(parcel.at));
    const piece = pieces.get(name) ?? { lot: [], building: [], block: [], numbers: [] };
    pieces.set(name, piece);
    piece.lot.push(parcel.outline);
    const footprint = footprintOf(parcel);
    if (footprint) piece[parcel.building || parcel.home.bedrooms === 0 ? 'block' : 'building'].push(footprint);
    piece.numbers.push(point('number', parcel.number, parcel.at));
  }
  return new Map(
    [...pieces].map(([name, { lot, building, block, numbers }]) => [
      name,
      collection([areas('lot', lot), areas('building', building), areas('block', block), ...numbers]),
    ]),
  );
}

interface Piece {
  readonly lot: (readonly Point[])[];
  readonly building: (readonly Point[])[];
  readonly block: (readonly Point[])[];
  readonly numbers: Feature[];
}

/** The piece of the near map that a place in degrees lies in, as column and row. */
export function pieceOf([longitude, latitude]: readonly [number, number]): string {
  return `${Math.floor(longitude / PIECE)}_${Math.floor(latitude / PIECE)}`;
}

/** A street in one line where its blocks are of one class, in several where they differ. */
function waysOf(street: Street, { roads }: County): Feature[] {
  const at = (id: number): Point => (roads.nodes[id] as RoadNode).at;
  const runs: RoadEdge[][] = [];
  for (const edge of roads.edges.filter((each) => each.street === street.id)) {
    const last = runs.at(-1)?.[0];
    if (last && last.class === edge.class && last.route === edge.route) runs.at(-1)?.push(edge);
    else runs.push([edge]);
  }
  return runs.map((run) => {
    const [{ class: layer, from, route, oneWay }] = run as [RoadEdge];
    const way = line(layer, signOf(street), [at(from), ...run.map(({ to }) => at(to))]);
    return { ...way, properties: { ...way.properties, ...(route ? { route } : {}), ...(oneWay ? { oneWay: 1 } : {}) } };
  });
}

/** Height lines every 25 m, from a grid of 170 m; every fourth is a full hundred. */
function heightLines(): Feature[] {
  const cell = 170;
  const [columns, rows] = [Math.ceil((2 * REACH.east) / cell), Math.ceil((2 * REACH.north) / cell)];
  const toPoint = ([x, y]: readonly number[]): Point => [-REACH.east + (x as number) * cell, -REACH.north + (y as number) * cell];
  const heights = Array.from({ length: columns * rows }, (_, i) =>
    heightAt(toPoint([(i % columns) + 0.5, Math.floor(i / columns) + 0.5])),
  );
  const levels = Array.from({ length: 14 }, (_, i) => (i + 1) * 25);
  return contours()
    .size([columns, rows])
    .thresholds(levels)(heights)
    .flatMap(({ value, coordinates }) =>
      coordinates.flat().flatMap((ring) =>
        withinFrame(ring, columns, rows)
          .filter((part) => part.length > 12)
          .map((part) => line(value % 100 === 0 ? 'heightHundred' : 'height', String(value), part.map(toPoint))),
      ),
    );
}

/** A ring without what runs along the frame of its grid. */
function withinFrame(ring: readonly (readonly number[])[], columns: number, rows: number): (readonly number[])[][] {
  const parts: (readonly number[])[][] = [[]];
  for (const at of ring) {
    const [x, y] = at as [number, number];
    if (x < 1 || y < 1 || x > columns - 1 || y > rows - 1) parts.push([]);
    else parts.at(-1)?.push(at);
  }
  return parts;
}

function districtNames(parcels: readonly Parcel[]): Feature[] {
  return TOWNS.flatMap((town) =>
    town.districts.flatMap((name) => {
      const own = parcels.filter((parcel) => parcel.town === town && districtAt(town, parcel.at) === name);
      const middle = (k: 0 | 1): number => own.reduce((sum, { at }) => sum + at[k], 0) / own.length;
      return own.length > 0 ? [point('district', name, [middle(0), middle(1)])] : [];
    }),
  );
}
