import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { turning } from '../geo/winding.js';
import { inPolygon } from '../geo/inside.js';
import { networks } from '../testing/randomRoads.js';
import { areaOf } from './area.js';
import { sweep } from './sweep.js';

describe('areaOf', () => {
  it('holds the crossings reached in time and nothing far from a road, in rings as RFC 7946 wants them', () => {
    let inside = 0;
    fc.assert(
      fc.property(networks, fc.nat(), fc.integer({ min: 20, max: 200 }), fc.boolean(), (network, edge, limit, forwards) => {
        const at = { edge: edge % network.edges, share: 0.5, off: 0 };
        const reach = sweep(network, { at, clock: 30_000, forwards, on: 'weekday', by: 'foot' });
        const area = areaOf(reach, limit);
        const holds = (lon: number, lat: number): boolean => area.some((rings) => inPolygon(lon, lat, rings));
        for (const rings of area) {
          for (const ring of rings) expect(ring[0]).toEqual(ring.at(-1));
          rings.forEach((ring, i) => expect(turning(ring) > 0).toBe(i === 0));
        }
        for (let arc = 0; arc < 2 * network.edges; arc++) {
          const node = network.tails[forwards ? arc : arc ^ 1] as number;
          const [lon, lat] = [network.positions[2 * node] as number, network.positions[2 * node + 1] as number];
          // a cell's width of walking to spare
          if ((reach.entered[arc] as number) > limit - 40) continue;
          expect(holds(lon, lat)).toBe(true);
          inside++;
        }
        expect(holds(-66.01, 40.6)).toBe(false);
      }),
      { numRuns: 60 },
    );
    expect(inside).toBeGreaterThan(200);
  });

  it('is empty where nothing can be reached', () => {
    fc.assert(
      fc.property(networks, (network) => {
        const at = { edge: 0, share: 0.5, off: 5000 };
        expect(areaOf(sweep(network, { at, clock: 0, forwards: true, on: 'sunday', by: 'foot' }), 60)).toEqual([]);
      }),
      { numRuns: 10 },
    );
  });
});
