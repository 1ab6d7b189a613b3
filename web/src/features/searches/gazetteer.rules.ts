import type { Choices } from '@perambula/contract';
import type { Gazetteer } from '@perambula/core';

/** Named points of the map, as GeoJSON. */
export interface MapFeatures {
  readonly features: readonly {
    readonly properties: { readonly layer?: string; readonly name?: string } | null;
    readonly geometry: { readonly type: string; readonly coordinates: unknown };
  }[];
}

/** Layers of the map whose names people say when they mean a place. */
const PLACES: ReadonlySet<string> = new Set([
  'townLabel',
  'station',
  'place',
  'school',
  'grocery',
  'clinic',
  'beach',
  'trailhead',
  'ferry',
]);

export function gazetteerOf(choices: Choices, features: MapFeatures['features']): Gazetteer {
  return {
    choices: Object.fromEntries(Object.entries(choices).map(([field, values]) => [field, values.map(({ value }) => value)])),
    places: features.flatMap(({ properties, geometry }) => {
      const { layer = '', name = '' } = properties ?? {};
      if (geometry.type !== 'Point' || !PLACES.has(layer) || name === '') return [];
      const [lon, lat] = geometry.coordinates as [number, number];
      return [{ name, at: [lon, lat] as const }];
    }),
  };
}
