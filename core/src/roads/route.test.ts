import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance } from '../geo/distance.js';
import type { LonLat } from '../geo/distance.js';
import { networks } from '../testing/randomRoads.js';
import { sayDuration, sayRoadLength, sayStep } from './directions.js';
import { readRoads } from './network.js';
import type { RoadFile } from './network.js';
import { routeOf } from './route.js';
import { QUARTERS } from './travel.js';
import { TravelTimes } from './travelTimes.js';

const place = fc.tuple(
  fc.double({ min: -66.001, max: -65.994, noNaN: true }),
  fc.double({ min: 40.599, max: 40.605, noNaN: true }),
);

describe('routeOf', () => {
  it('takes the time that a sweep of all roads finds, by steps that add up to it, along a line of its length', () => {
    let found = 0;
    const journey = fc.record({ from: place, to: place, by: fc.constantFrom('car', 'foot'), leaves: fc.boolean() });
    fc.assert(
      fc.property(networks, journey, (network, { from, to, by, leaves }) => {
        const times = new TravelTimes(network);
        const when = leaves ? { leaveAt: '08:10' } : { arriveBy: '08:10' };
        const route = routeOf(times, { from, to, ...when, on: 'weekday', by });
        const travel = leaves ? { from, leaveAt: '08:10' } : { to, arriveBy: '08:10' };
        const seconds = times.secondsAt({ ...travel, on: 'weekday', by }, leaves ? to : from);
        expect(route?.seconds ?? null).toBe(seconds);
        if (!route) return;
        found++;
        const line = route.line.slice(1).reduce((sum, b, i) => sum + distance(route.line[i] as LonLat, b), 0);
        expect(line).toBeCloseTo(route.metres, -1);
        const [metres, taken] = route.steps.reduce(([m, s], step) => [m + step.metres, s + step.seconds], [0, 0]);
        expect(metres).toBeCloseTo(route.metres, 6);
        expect(Math.min(...route.steps.map((step) => step.seconds))).toBeGreaterThanOrEqual(-1e-6);
        // the rest is between the doors and the road
        const snaps = [from, to].map((each) => times.snap(each, by)?.off ?? 0);
        const off = snaps.reduce((sum, each) => sum + each, 0) / (by === 'car' ? 4.4704 : 1.34112);
        expect(Math.abs(taken + off - route.seconds)).toBeLessThan(1);
      }),
      { numRuns: 250 },
    );
    expect(found).toBeGreaterThan(100);
  });

  it('reads like directions', () => {
    const steady = new Array<number>(QUARTERS).fill(30);
    const way = (name: string, coordinates: [number, number][], boarding?: number): RoadFile['features'][number] => ({
      geometry: { type: 'LineString', coordinates },
      properties: {
        name,
        along: 'steady',
        against: 'steady',
        foot: boarding ? 'ride' : 'walk',
        ...(boarding ? { boarding } : {}),
      },
    });
    const network = readRoads({
      type: 'FeatureCollection',
      profiles: { steady: { weekday: steady, saturday: steady, sunday: steady } },
      features: [
        way('Heron Ave', [[-66, 40.6], [-66, 40.61]]), // prettier-ignore
        way('Mill St', [[-66, 40.61], [-66.01, 40.61]]), // prettier-ignore
        way('island ferry', [[-66.01, 40.61], [-66.03, 40.62]], 10), // prettier-ignore
      ],
    });
    const route = routeOf(new TravelTimes(network), {
      from: [-66, 40.6],
      to: [-66.03, 40.62],
      leaveAt: '10:00',
      on: 'saturday',
      by: 'car',
    });
    expect(route?.steps.map(sayStep)).toEqual(['Head north on Heron Ave', 'Turn left onto Mill St', 'Take the island ferry']);
    expect(route?.steps.map(({ metres }) => sayRoadLength(metres))).toEqual(['0.7 mi', '0.5 mi', '1.3 mi']);
    expect(sayDuration(route?.seconds ?? 0)).toBe('15 min');
    expect([sayRoadLength(60), sayDuration(20), sayDuration(3600), sayDuration(4500)]).toEqual([
      '200 ft',
      '1 min',
      '1 hr',
      '1 hr 15 min',
    ]);
  });
});
