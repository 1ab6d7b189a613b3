import { describe, expect, it } from 'vitest';
import type { LonLat } from '../geo/distance.js';
import { readRoads } from './network.js';
import type { RoadFile } from './network.js';
import { onFoot, placesOf } from './onFoot.js';
import { TravelTimes } from './travelTimes.js';

/** A street of a kilometre or so to the east, with a side street that leads round to what lies just behind a wall. */
const street = (name: string, ...coordinates: LonLat[]): RoadFile['features'][number] => ({
  properties: { name, foot: 'walk' },
  geometry: { type: 'LineString', coordinates },
});
const ROADS: RoadFile = {
  type: 'FeatureCollection',
  profiles: {},
  features: [street('Quay St', [-66, 40.6], [-65.99, 40.6]), street('Back Ln', [-65.99, 40.6], [-65.99, 40.602], [-66, 40.602])],
};
const HOME: LonLat = [-66, 40.6];
const point = (layer: string, name: string, at: LonLat) => ({
  properties: { layer, name },
  geometry: { type: 'Point', coordinates: at },
});

describe('onFoot', () => {
  const times = new TravelTimes(readRoads(ROADS));
  const places = placesOf({
    features: [
      // 220 m away as the crow flies, and nearly two kilometres by the street
      point('grocery', 'Behind the wall', [-66, 40.602]),
      point('grocery', 'Down the street', [-65.995, 40.6]),
      point('station', 'Far station', [-65.9, 40.6]),
      point('school', 'Quay Elementary', [-65.991, 40.6]),
      point('townLabel', 'Port Ostrey', [-66, 40.6]),
      { properties: { layer: 'school', name: 'A yard' }, geometry: { type: 'Polygon', coordinates: [] } },
    ],
  });

  it('takes the nearest of each kind by the street, the shortest walk first', () => {
    const walks = onFoot(times, places, HOME);
    expect(walks.map(({ kind, name }) => [kind, name])).toEqual([
      ['grocery', 'Down the street'],
      ['school', 'Quay Elementary'],
    ]);
    // 3 miles an hour, a usual walk (MUTCD and HCM take 3.5 feet a second to 4)
    expect(walks[0]?.minutes).toBeGreaterThanOrEqual(5);
    expect(walks[0]?.minutes).toBeLessThanOrEqual(7);
    expect(walks[0]?.miles).toBeCloseTo(0.262, 2);
  });

  it('knows of nothing where no street is near', () => expect(onFoot(times, places, [-66.5, 40.9])).toEqual([]));
});
