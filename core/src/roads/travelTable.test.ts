import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { networks } from '../testing/randomRoads.js';
import { routeOf } from './route.js';
import { minutesBetween, tabling } from './travelTable.js';
import type { TableAsk, TravelTable } from './travelTable.js';
import { TravelTimes } from './travelTimes.js';

function tableOf(times: TravelTimes, ask: TableAsk): TravelTable {
  const making = tabling(times, ask);
  for (;;) {
    const made = making.next();
    if (made.done) return made.value;
  }
}

const placed = networks.chain((network) =>
  fc.record({
    network: fc.constant(network),
    nodes: fc.array(fc.nat({ max: network.nodes - 1 }), { minLength: 2, maxLength: 4 }),
    day: fc.constantFrom('weekday' as const, 'saturday' as const),
    at: fc.integer({ min: 480, max: 700 }),
    later: fc.integer({ min: 0, max: 200 }),
  }),
);

describe('the drives between places', () => {
  it('are those of single routes, at the moments that are measured', () => {
    fc.assert(
      fc.property(placed, ({ network, nodes, day }) => {
        const times = new TravelTimes(network);
        const places = nodes.map((node) => [network.positions[2 * node], network.positions[2 * node + 1]] as [number, number]);
        const table = tableOf(times, { places, on: day, from: 510, until: 600 });
        expect(table.moments).toEqual([510, 540, 570, 600]);
        for (const [i, from] of places.entries())
          for (const [j, to] of places.entries()) {
            if (i === j) continue;
            const route = routeOf(times, { from, to, leaveAt: '09:00', on: day, by: 'car' });
            const minutes = minutesBetween(table, i, j, 540);
            if (route === null) expect(minutes).toBe(Infinity);
            else expect(minutes).toBeCloseTo(route.seconds / 60, 0);
          }
      }),
      { numRuns: 60, seed: 7 },
    );
  });

  it('are never overtaken: whoever sets out later does not arrive sooner', () => {
    fc.assert(
      fc.property(placed, ({ network, nodes, day, at, later }) => {
        const places = nodes.map((node) => [network.positions[2 * node], network.positions[2 * node + 1]] as [number, number]);
        const table = tableOf(new TravelTimes(network), { places, on: day, from: 480, until: 900 });
        for (const i of places.keys())
          for (const j of places.keys()) {
            const [first, second] = [at + minutesBetween(table, i, j, at), at + later + minutesBetween(table, i, j, at + later)];
            // to the tenth of a minute that is kept
            if (Number.isFinite(first)) expect(second).toBeGreaterThanOrEqual(first - 0.1);
          }
      }),
      { numRuns: 60, seed: 8 },
    );
  });
});
