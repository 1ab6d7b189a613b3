import { describe, expect, it } from 'vitest';
import { areasOf, crossingsNamed, pointsOf, streetsOf } from './mapPlaces.rules.js';
import type { MapFile } from '@perambula/core';

const line = (layer: string, name: string, ...coordinates: [number, number][]) => ({
  properties: { layer, name },
  geometry: { type: 'LineString', coordinates },
});
const MAP: MapFile = {
  features: [
    line('street', 'N Heron Ave', [-66, 40.6], [-66, 40.61], [-66, 40.62]),
    line('arterial', '3rd St', [-66.01, 40.61], [-66, 40.61], [-65.99, 40.61]),
    line('street', '3rd St', [-65.99, 40.61], [-65.98, 40.61]),
    line('rail', 'Ostrey light rail', [-66, 40.6], [-66, 40.61]),
    { properties: { layer: 'station', name: 'Old Quay station' }, geometry: { type: 'Point', coordinates: [-66, 40.6] } },
    { properties: { layer: 'height', name: '25' }, geometry: { type: 'Point', coordinates: [-66, 40.6] } },
  ],
};

describe('the map’s names', () => {
  it('are of points that people mean as places', () =>
    expect(pointsOf(MAP).map(({ name }) => name)).toEqual(['Old Quay station']));

  it('are of districts, postal areas and the zones of schools, said as what they are', () => {
    const area = (layer: string, name: string) => ({
      properties: { layer, name },
      geometry: { type: 'MultiPolygon', coordinates: [] },
    });
    const features = [area('district', 'Ropewalk'), area('postal', '00071'), area('high', 'Upland High'), area('flood', 'AE')];
    expect(areasOf({ features }).map(({ name }) => name)).toEqual(['Ropewalk', 'Postal code 00071', 'Upland High zone']);
  });

  it.each(['Heron and 3rd', '3rd St & N Heron Avenue', 'third st / heron ave', '3rd street at n. heron ave'])(
    'tell where two streets cross, however they are spelled: %s',
    (sought) => {
      const found = crossingsNamed(sought, streetsOf(MAP));
      expect(found.map(({ at }) => at)).toEqual([[-66, 40.61]]);
    },
  );

  it.each(['Heron', 'Heron and', 'Heron and Ostrey light rail', '3rd and 3rd', 'a and b and c'])(
    'find no crossing in %j',
    (sought) => expect(crossingsNamed(sought, streetsOf(MAP))).toEqual([]),
  );
});
