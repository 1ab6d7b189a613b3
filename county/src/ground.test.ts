import { distance } from '@perambula/core';
import { describe, expect, it } from 'vitest';
import { buildCounty } from './county.js';
import { floodZoneAt, heightAt, isWater, ISLANDS, lonLat, METRES_PER_MILE, REACH, shoreAt, toShore } from './ground.js';
import type { Point } from './ground.js';
import { randomOf } from './random.js';
import { SCHOOLS } from './schools.js';
import { AMENITIES, BEACHES, STATIONS, TOWNS } from './towns.js';

const random = randomOf(3);
const somewhere = (): Point => [random.int(-REACH.east, REACH.east), random.int(-REACH.north, REACH.north)];
const places = Array.from({ length: 4000 }, somewhere);

describe('the ground', () => {
  it('is land east of the shore and on the islands, water elsewhere', () => {
    for (const [east, north] of places) {
      const onIsland = ISLANDS.some(({ at, radius }) => Math.hypot(east - at[0], north - at[1]) < radius * 1.4);
      if (east < shoreAt(north) - 20 && !onIsland) expect(isWater([east, north])).toBe(true);
    }
    for (const { at } of ISLANDS) expect(isWater(at)).toBe(false);
    expect(isWater([-16_000, 0])).toBe(true);
  });
  it('has no land under the sea, hills of some hundred feet, and no cliff between two steps', () => {
    const land = places.filter((at) => !isWater(at));
    expect(land.length).toBeGreaterThan(1500);
    const heights = land.map(heightAt);
    expect(Math.min(...heights)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...heights)).toBeGreaterThan(80);
    expect(Math.max(...heights)).toBeLessThan(400);
    for (const [east, north] of land) {
      const step = Math.abs(heightAt([east + 5, north]) - heightAt([east, north]));
      if (!isWater([east + 5, north])) expect(step).toBeLessThan(6);
    }
  });
  it('is flooded where it is low, by waves only at the shore, and never on a hill', () => {
    const zones = new Map<string, number>();
    for (const at of places.filter((each) => !isWater(each))) {
      const zone = floodZoneAt(at);
      zones.set(zone, (zones.get(zone) ?? 0) + 1);
      if (zone === 'X') expect(heightAt(at)).toBeGreaterThanOrEqual(4.4);
      else expect(heightAt(at)).toBeLessThan(4.4);
      if (zone === 'VE') expect(at[0] - shoreAt(at[1])).toBeLessThan(140);
    }
    expect(zones.get('X')).toBeGreaterThan(Number(zones.get('AE')));
  });
  it('is put in degrees at sea near 40.6 N 66.0 W, to a thousandth of its lengths (Karney’s geodesics)', () => {
    expect(lonLat([0, 0])).toEqual([-66, 40.6]);
    for (const [a, b] of [
      [
        [0, 0],
        [5000, 0],
      ],
      [
        [-9000, 4000],
        [-9000, -7000],
      ],
      [
        [-3000, 2000],
        [4000, 9000],
      ],
    ] as const) {
      const plane = Math.hypot(a[0] - b[0], a[1] - b[1]);
      expect(Math.abs(distance(lonLat(a), lonLat(b)) / plane - 1)).toBeLessThan(0.001);
    }
  });
  it('knows how far the sea is: nothing at the shore, more inland', () => {
    for (const north of [-9000, -2000, 4000, 9000]) {
      expect(toShore([shoreAt(north), north])).toBeLessThan(150);
      expect(toShore([shoreAt(north) + 2500, north])).toBeGreaterThan(800);
    }
  });
});

describe('what stands on it', () => {
  it('is on land: stations, schools and shops', () => {
    for (const { name, at } of [...STATIONS, ...SCHOOLS, ...AMENITIES]) expect([name, isWater(at)]).toEqual([name, false]);
    for (const { name, south, north } of BEACHES) expect([name, north > south]).toEqual([name, true]);
  });
  it('has names of its own, each once', () => {
    for (const list of [TOWNS, STATIONS, SCHOOLS, AMENITIES]) {
      const names = list.map(({ name }) => name);
      expect(new Set(names).size).toBe(names.length);
    }
    expect(TOWNS.map(({ name }) => name).sort()).toEqual([
      'Lantern Point',
      'Mallow Green',
      'Port Ostrey',
      'Quillon Beach',
      'Sedge Ferry',
      'Tansy Hill',
      'Upper Dunnock',
      'Wrenfield',
    ]);
  });
  it('has postal codes that no real place has: those below 00500 are not given out (USPS; from memory)', () => {
    const codes = TOWNS.flatMap(({ postal }) => postal.map(({ code }) => code));
    expect(new Set(codes).size).toBe(codes.length);
    for (const code of codes) expect([code, /^00[0-4]\d\d$/.test(code)]).toEqual([code, true]);
  });
});

const county = buildCounty();
const { nodes, edges, streets } = county.roads;

describe('the ways', () => {
  it('are of every sort: a highway, bridges, one-ways, a state route, paths, a ferry', () => {
    for (const way of ['highway', 'arterial', 'street', 'lane', 'footpath', 'ferry'] as const)
      expect([way, edges.some((edge) => edge.class === way)]).toEqual([way, true]);
    expect(edges.some(({ oneWay }) => oneWay)).toBe(true);
    expect(edges.some(({ bridge }) => bridge)).toBe(true);
  });
  it('cross water on bridges and by ferry only', () => {
    for (const edge of edges) {
      if (edge.bridge || edge.class === 'ferry' || edge.class === 'footpath') continue;
      const [a, b] = [edge.from, edge.to].map((id) => (nodes[id] as (typeof nodes)[number]).at) as [Point, Point];
      expect(isWater([(a[0] + b[0]) / 2, (a[1] + b[1]) / 2])).toBe(false);
    }
  });
  it('are as long as the ground between their ends, or longer', () => {
    for (const { from, to, metres } of edges) {
      const [a, b] = [from, to].map((id) => (nodes[id] as (typeof nodes)[number]).at) as [Point, Point];
      expect(metres).toBeGreaterThan(Math.hypot(a[0] - b[0], a[1] - b[1]) - 0.5);
    }
  });
  it('have a route whose number goes on under one local name after another', () => {
    const names = new Map<string, Set<string>>();
    for (const { route, street } of edges)
      if (route) names.set(route, (names.get(route) ?? new Set()).add(streets[street]?.name ?? ''));
    expect(names.size).toBeGreaterThan(0);
    expect(Math.max(...[...names.values()].map(({ size }) => size))).toBeGreaterThan(2);
  });
});

describe('the homes', () => {
  const { parcels } = county;
  it('are of every kind, houses most of all', () => {
    const kinds = new Map<string, number>();
    for (const { home } of parcels) kinds.set(home.subType, (kinds.get(home.subType) ?? 0) + 1);
    for (const kind of ['Townhouse', 'Condominium', 'Manufactured Home', 'Duplex', 'Triplex', 'Unimproved Land', 'Farm'])
      expect([kind, (kinds.get(kind) ?? 0) > 5]).toEqual([kind, true]);
    expect(kinds.get('Single Family Residence')).toBeGreaterThan(parcels.length / 2);
  });
  it('hold together: baths and bedrooms for their size, units by their kind, none without a bath', () => {
    for (const { home, building } of parcels) {
      if (home.bedrooms === 0) continue;
      expect(home.livingArea).toBeGreaterThan(250 * home.units);
      expect(home.fullBaths + home.threeQuarterBaths).toBeGreaterThanOrEqual(home.units === 1 ? 1 : home.units);
      expect(home.livingArea / home.bedrooms).toBeGreaterThan(150);
      expect(home.units).toBe({ Duplex: 2, Triplex: 3, Quadruplex: 4 }[home.subType as string] ?? 1);
      if (building) expect(home.subType).toBe('Condominium');
      expect(home.condition).toBeGreaterThanOrEqual(0);
      expect(home.condition).toBeLessThanOrEqual(1);
    }
  });
  it('stand in buildings of several heights with units of their own', () => {
    const buildings = new Set(parcels.flatMap(({ building }) => building ?? []));
    const levels = new Set([...buildings].map(({ levels: each }) => each));
    expect(Math.min(...levels)).toBeLessThanOrEqual(4);
    expect(Math.max(...levels)).toBeGreaterThanOrEqual(8);
    for (const { building, unit } of parcels) expect(building === null).toBe(unit === null);
  });
  it('have half numbers now and then, as old streets do', () =>
    expect(parcels.some(({ number }) => /½| 1\/2/.test(number))).toBe(true));
  it('lie within a mile of a corner of the street that they are numbered on', () => {
    for (const { at, street } of parcels.filter((_, i) => i % 20 === 0)) {
      const near = Math.min(
        ...street.nodes.map((id) =>
          Math.hypot(...([0, 1].map((k) => (nodes[id] as (typeof nodes)[number]).at[k as 0] - at[k as 0]) as [number, number])),
        ),
      );
      expect(near).toBeLessThan(METRES_PER_MILE);
    }
  });
});
