import type { AreaAnswer, CountAnswer, ListingsAnswer, RouteAnswer } from '@perambula/contract';
import { inPolygon } from '@perambula/core';
import type { LonLat, Search } from '@perambula/core';
import { beforeAll, describe, expect, it } from 'vitest';
import { sharedStack } from '../testing/stack.js';
import type { Users } from '../testing/stack.js';

let stack: Users;
beforeAll(async () => {
  stack = await sharedStack();
});

/** A corner of the middle of Port Ostrey, and one of Tansy Hill. */
const WORK: LonLat = [-66.006, 40.609];
const FAR: LonLat = [-65.96, 40.65];
const journey = { to: WORK, arriveBy: '08:30', on: 'weekday', by: 'car' } as const;
const within = (minutes: number): Search => ({
  version: 1,
  kinds: ['Residential'],
  lines: [{ id: 'm', field: 'Minutes', ...journey, is: { atMost: minutes } }],
  bounds: [],
  order: [{ field: 'Minutes', direction: 'desc', ...journey }],
});

describe('minutes to a place', () => {
  it('are those of each home’s own route, hold back, and put in order', async () => {
    const count = await stack.juno.good<CountAnswer>('POST', '/api/searches/count', { search: within(12) });
    const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search: within(12), set: 'fit' });
    expect(count.fit).toBeGreaterThan(5);
    expect(count.lines[0]?.holdsBack).toBeGreaterThan(5);
    const minutes = rows.map((row) => row.minutes?.[0] as number);
    expect(minutes).toEqual([...minutes].sort((a, b) => b - a));
    expect(minutes[0]).toBeLessThanOrEqual(12);
    for (const row of rows.slice(0, 5)) {
      const from = [row['Longitude'], row['Latitude']];
      const body = { journey: { from, to: WORK, arriveBy: '08:30', on: 'weekday', by: 'car' } };
      const route = await stack.juno.good<RouteAnswer>('POST', '/api/roads/route', body);
      expect(route.seconds / 60).toBeCloseTo(row.minutes?.[0] as number, 0);
      expect(route.steps[0]?.text).toMatch(/^Head (north|east|south|west)/);
    }
  });

  it('say by how many a home misses', async () => {
    const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', {
      search: { ...within(12), order: [] },
      set: 'missByOne',
    });
    expect(rows[0]?.miss).toMatchObject({ id: 'm', unit: 'min' });
    expect(rows[0]?.miss?.text).toMatch(/^\d+ min too far$/);
  });

  it('decide a bound as they decide a line, and stand with it in the sum of misses', async () => {
    const bound: Search = {
      ...within(12),
      lines: [],
      order: [],
      bounds: [{ id: 'b', mode: 'in', shape: { type: 'TravelTime', minutes: 12, ...journey } }],
    };
    const [line, area] = await Promise.all(
      [within(12), bound].map((search) => stack.juno.good<CountAnswer>('POST', '/api/searches/count', { search })),
    );
    expect(area?.fit).toBe(line?.fit);
    expect(area?.keepIn.holdsBack).toBe(line?.lines[0]?.holdsBack);
  });
});

describe('the ground within minutes of a place', () => {
  it('is drawn about the homes that are within them, and grows with them', async () => {
    const area = async (minutes: number): Promise<AreaAnswer> =>
      stack.juno.good<AreaAnswer>('POST', '/api/roads/area', { shape: { type: 'TravelTime', minutes, ...journey } });
    const [small, large] = [await area(6), await area(15)];
    const holds = ({ coordinates }: AreaAnswer, [lon, lat]: LonLat): boolean =>
      coordinates.some((rings) => inPolygon(lon, lat, rings));
    expect(holds(small, WORK)).toBe(true);
    expect(holds(small, FAR)).toBe(false);
    const { rows } = await stack.juno.good<ListingsAnswer>('POST', '/api/searches/listings', { search: within(14), set: 'fit' });
    const inside = rows.filter((row) => holds(large, [row['Longitude'] as number, row['Latitude'] as number]));
    expect(inside.length / rows.length).toBeGreaterThan(0.9);
  });
});

describe('what cannot be', () => {
  it.each([
    ['area', { shape: { type: 'TravelTime', minutes: 10, ...journey, to: [-66.9, 40.6] } }, 'roads.offRoad'],
    ['area', { shape: { type: 'Circle', center: WORK, radiusMeters: 100 } }, 'search.invalid'],
    ['area', { shape: { type: 'TravelTime', minutes: 0, ...journey } }, 'search.invalid'],
    ['route', { journey: { from: WORK, to: [-66.9, 40.6], leaveAt: '08:00' } }, 'roads.noWay'],
    ['route', { journey: { from: WORK, to: FAR, leaveAt: '8 o’clock' } }, 'search.invalid'],
    ['route', { journey: { from: WORK, leaveAt: '08:00' } }, 'search.invalid'],
  ])('is refused with a sentence: %s %j', async (path, body, code) => {
    const answer = await stack.juno.ask('POST', `/api/roads/${path}`, body);
    expect(answer.status).toBe(422);
    expect(answer.body.code).toBe(code);
    expect(answer.body.message).toMatch(/^[A-Z].*\.$/);
  });
});
