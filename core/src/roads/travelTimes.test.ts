import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { networks } from '../testing/randomRoads.js';
import { sweep } from './sweep.js';
import type { Travel } from './travel.js';
import { TravelTimes } from './travelTimes.js';

const place = fc.tuple(
  fc.double({ min: -66.001, max: -65.994, noNaN: true }),
  fc.double({ min: 40.599, max: 40.605, noNaN: true }),
);
const hour = fc.integer({ min: 0, max: 23 }).map((h) => `${String(h).padStart(2, '0')}:30`);

describe('TravelTimes', () => {
  it('knows the journey whose time is given at its far end from one that sets out there', () => {
    let compared = 0;
    fc.assert(
      fc.property(networks, place, place, hour, fc.constantFrom('car', 'foot'), (network, home, work, time, by) => {
        const times = new TravelTimes(network);
        const [from, to] = [times.snap(home, by), times.snap(work, by)];
        if (!from || !to) return;
        const clock = 3600 * Number(time.slice(0, 2)) + 1800;
        // leaving home at a time, asked about the place of work; and the journey itself
        const travel: Travel = { to: work, leaveAt: time, on: 'weekday', by };
        const exact = sweep(network, { at: from, clock, forwards: true, on: 'weekday', by }).secondsTo(to);
        const asked = times.secondsAt(travel, home);
        if (!Number.isFinite(exact)) {
          expect(asked).toBeNull();
          return;
        }
        compared++;
        // the stated tolerance: the time at work is found between two that lie two minutes apart
        expect(Math.abs((asked as number) - exact)).toBeLessThan(20);
      }),
      { numRuns: 150 },
    );
    expect(compared).toBeGreaterThan(60);
  });

  it('takes as long to arrive by a time as it does when one leaves so much earlier', () => {
    fc.assert(
      fc.property(networks, place, place, hour, (network, home, work, time) => {
        const times = new TravelTimes(network);
        const [from, to] = [times.snap(home, 'car'), times.snap(work, 'car')];
        const taken = times.secondsAt({ to: work, arriveBy: time, on: 'weekday', by: 'car' }, home);
        if (!from || !to || taken === null) return;
        const clock = 3600 * Number(time.slice(0, 2)) + 1800 - taken;
        const back = sweep(network, { at: from, clock, forwards: true, on: 'weekday', by: 'car' }).secondsTo(to);
        // seconds are whole
        expect(Math.abs(back - taken)).toBeLessThan(1.5);
      }),
      { numRuns: 150 },
    );
  });

  it('measures by the sweeps that another made what it measures by its own, and makes none itself', () => {
    let compared = 0;
    const sorts = fc.constantFrom('to leaveAt', 'to arriveBy', 'from leaveAt', 'from arriveBy');
    fc.assert(
      fc.property(
        networks,
        place,
        fc.array(place, { minLength: 1 }),
        hour,
        sorts,
        fc.constantFrom('car', 'foot'),
        (network, work, homes, time, sort, by) => {
          const [way, ends] = sort.split(' ') as ['to' | 'from', 'leaveAt' | 'arriveBy'];
          const travel: Travel = { [way]: work, [ends]: time, on: 'weekday', by };
          const making = new TravelTimes(network).sweeping(travel);
          let made = making.next();
          while (!made.done) made = making.next();
          const [alone, led] = [new TravelTimes(network), new TravelTimes(network)];
          led.takeSweeps([structuredClone(made.value)]);
          for (const home of homes) expect(led.secondsAt(travel, home)).toBe(alone.secondsAt(travel, home));
          compared += homes.length;
          expect((led as unknown as { kept: Map<string, unknown> }).kept.size).toBe(0);
        },
      ),
      { numRuns: 150 },
    );
    expect(compared).toBeGreaterThan(500);
  });

  it('has no minutes for what lies far from every road', () => {
    fc.assert(
      fc.property(networks, (network) => {
        const times = new TravelTimes(network);
        const travel: Travel = { to: [-66, 40.6], arriveBy: '08:30', on: 'sunday', by: 'foot' };
        expect(times.secondsAt(travel, [-66.2, 40.6])).toBeNull();
        expect(times.secondsAt({ ...travel, to: [-66.2, 40.6] }, [-66, 40.6])).toBeNull();
      }),
      { numRuns: 20 },
    );
  });

  it('finds the nearest road as looking at every one does', () => {
    fc.assert(
      fc.property(networks, place, (network, [lon, lat]) => {
        const { perDegree, positions, tails } = network;
        let nearest = Infinity;
        for (let edge = 0; edge < network.edges; edge++) {
          const [a, b] = [2 * (tails[2 * edge] as number), 2 * (tails[2 * edge + 1] as number)];
          for (let i = 0; i <= 200; i++) {
            const x = (positions[a] as number) + (((positions[b] as number) - (positions[a] as number)) * i) / 200;
            const y = (positions[a + 1] as number) + (((positions[b + 1] as number) - (positions[a + 1] as number)) * i) / 200;
            if ((network.profileOf[2 * edge] as number) < 0 && (network.profileOf[2 * edge + 1] as number) < 0) continue;
            nearest = Math.min(nearest, Math.hypot((x - lon) * perDegree[0], (y - lat) * perDegree[1]));
          }
        }
        const snap = new TravelTimes(network).snap([lon, lat], 'car');
        expect(snap?.off ?? Infinity).toBeLessThanOrEqual(nearest + 1e-6);
        expect(snap?.off ?? Infinity).toBeGreaterThan(nearest - 1);
      }),
      { numRuns: 100 },
    );
  });
});
