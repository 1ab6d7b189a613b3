import type { DrawnShape, LonLat, MapFile } from '@perambula/core';
import { isSameStreet } from '@perambula/core';

/** A place with its name, to go to or to draw around. */
export interface NamedPlace {
  readonly name: string;
  readonly at: LonLat;
}

/** An area that bears a name. */
export interface NamedArea {
  readonly name: string;
  /** What it is: a district, a postal area, the zone of a school of some level. */
  readonly layer: string;
  readonly shape: DrawnShape;
}

/** Layers of the map whose names people say when they mean a place. */
const PLACES: ReadonlySet<string> = new Set([
  'townLabel',
  'station',
  'busStop',
  'place',
  'school',
  'grocery',
  'clinic',
  'beach',
  'trailhead',
  'ferry',
]);
const STREETS: ReadonlySet<string> = new Set(['highway', 'arterial', 'street', 'lane']);

/** The named points of the map. */
export function pointsOf({ features }: MapFile): NamedPlace[] {
  return features.flatMap(({ properties, geometry }) => {
    const { layer = '', name = '' } = properties ?? {};
    if (geometry.type !== 'Point' || !PLACES.has(layer) || name === '') return [];
    const [lon, lat] = geometry.coordinates as [number, number];
    return [{ name, at: [lon, lat] as const }];
  });
}

const AREA_NAMES: Readonly<Record<string, (name: string) => string>> = {
  district: (name) => name,
  postal: (name) => `Postal code ${name}`,
  elementary: (name) => `${name} zone`,
  middle: (name) => `${name} zone`,
  high: (name) => `${name} zone`,
};

/** The areas of the map that people name: districts, postal areas, the zones of schools. */
export function areasOf({ features }: MapFile): NamedArea[] {
  return features.flatMap(({ properties, geometry }) => {
    const { layer = '', name = '' } = properties ?? {};
    const named = AREA_NAMES[layer];
    if (!named || geometry.type !== 'MultiPolygon') return [];
    return [{ name: named(name), layer, shape: geometry as DrawnShape }];
  });
}

/** The map's streets by name, each with the corners of all its ways. */
export function streetsOf({ features }: MapFile): ReadonlyMap<string, readonly LonLat[]> {
  const streets = new Map<string, LonLat[]>();
  for (const { properties, geometry } of features) {
    const { layer = '', name = '' } = properties ?? {};
    if (geometry.type !== 'LineString' || !STREETS.has(layer) || name === '') continue;
    streets.set(name, [...(streets.get(name) ?? []), ...(geometry.coordinates as LonLat[])]);
  }
  return streets;
}

const AND = /\s+(?:and|at|&|corner of)\s+|\s*[&/@]\s*/i;
/** Signs name the half of town that a street lies in; people often do not. */
const DIRECTION = /^[NSEW]{1,2} /;
const MOST_CROSSINGS = 6;

/** Where two streets cross, from "Heron Ave and 3rd St", however either is spelled; each crossing once. */
export function crossingsNamed(sought: string, streets: ReadonlyMap<string, readonly LonLat[]>): NamedPlace[] {
  const [first = '', second = '', ...rest] = sought.trim().split(AND);
  if (first === '' || second === '' || rest.length > 0) return [];
  const named = (typed: string): string[] =>
    [...streets.keys()].filter((name) => isSameStreet(typed, name) || isSameStreet(typed, name.replace(DIRECTION, '')));
  const found = new Map<string, NamedPlace>();
  for (const a of named(first)) {
    const corners = new Map((streets.get(a) ?? []).map((corner) => [corner.join(), corner]));
    for (const b of named(second)) {
      if (a === b) continue;
      for (const at of streets.get(b) ?? []) {
        if (corners.has(at.join())) found.set(at.join(), { name: `${a} and ${b}`, at });
      }
    }
  }
  return [...found.values()].slice(0, MOST_CROSSINGS);
}
