import { readRoads, TravelTimes } from '@perambula/core';
import type { RoadFile } from '@perambula/core';
import createGraph from 'ngraph.graph';
import { aStar } from 'ngraph.path';
import { describe, expect, it } from 'vitest';
import { pieceOf, farMap, nearMap } from './baseMap.js';
import { busStops } from './busStops.js';
import { buildCounty } from './county.js';
import { isWater, lonLat, METRES_PER_MILE } from './ground.js';
import type { Point } from './ground.js';
import { addressOf, parcelNumberOf } from './listingRecord.js';
import { roadFile } from './roadFile.js';
import { mphAt, sideOf } from './speeds.js';
import type { RoadEdge } from './streets.js';
import { digest } from './testing/figures.js';
import { SCHOOLS } from './schools.js';
import { STATIONS, TOWNS } from './towns.js';

const county = buildCounty();
const { nodes, edges, streets } = county.roads;

/** Minutes to drive a block at an hour of a working day; infinite against a one-way street and where no car goes. */
function driveMinutes(edge: RoadEdge, forwards: boolean, hour: number): number {
  const mph = edge.oneWay && !forwards ? 0 : mphAt(edge.class, sideOf(edge, nodes, forwards), 'weekday', hour);
  return mph === 0 ? Infinity : (edge.metres / METRES_PER_MILE / mph) * 60;
}

/** The roads as ngraph has them, by minutes at an hour; footpaths and closed directions are left out. */
function drivable(hour: number): (from: number, to: number) => number {
  const graph = createGraph<null, number>();
  for (const edge of edges)
    for (const forwards of [true, false]) {
      const minutes = driveMinutes(edge, forwards, hour);
      if (Number.isFinite(minutes)) graph.addLink(forwards ? edge.from : edge.to, forwards ? edge.to : edge.from, minutes);
    }
  const finder = aStar(graph, { oriented: true, distance: (_from, _to, link) => link.data });
  return (from, to) => {
    if (from === to) return 0;
    if (!graph.hasNode(from) || !graph.hasNode(to)) return Infinity;
    const path = finder.find(from, to).toReversed();
    if (path.length === 0) return Infinity;
    return path.slice(1).reduce((sum, node, i) => sum + (graph.getLink((path[i] as typeof node).id, node.id)?.data ?? NaN), 0);
  };
}

function nodeNear(at: Point): number {
  const apart = (point: Point): number => Math.hypot(point[0] - at[0], point[1] - at[1]);
  const byCar = new Set(edges.filter((edge) => edge.class === 'street').flatMap(({ from, to }) => [from, to]));
  return [...byCar].reduce((a, b) =>
    apart((nodes[a] as (typeof nodes)[number]).at) < apart((nodes[b] as (typeof nodes)[number]).at) ? a : b,
  );
}

describe('buildCounty', () => {
  it('gives the same county for the same seed, and another for another', () => {
    expect(digest(buildCounty())).toBe(digest(county));
    expect(digest(buildCounty({ seed: 8 }).parcels)).not.toBe(digest(county.parcels));
  });
  it('has about 14,000 parcels on dry land, each with an address and a number of its own', () => {
    expect(county.parcels.length).toBeGreaterThan(13_000);
    expect(county.parcels.length).toBeLessThan(16_000);
    expect(county.parcels.filter(({ at }) => isWater(at))).toEqual([]);
    expect(new Set(county.parcels.map(addressOf)).size).toBe(county.parcels.length);
    expect(new Set(county.parcels.map(parcelNumberOf)).size).toBe(county.parcels.length);
  });
  it('keeps no lot’s middle within another lot', () => {
    const lots = [...new Set(county.parcels.map(({ outline }) => outline))];
    const cells = new Map<string, (readonly Point[])[]>();
    const cellOf = ([east, north]: Point): string => `${Math.floor(east / 400)} ${Math.floor(north / 400)}`;
    for (const lot of lots) {
      const touched = new Set(lot.map(cellOf));
      for (const cell of touched) cells.set(cell, [...(cells.get(cell) ?? []), lot]);
    }
    const crowded = county.parcels.filter(({ at, outline }) =>
      (cells.get(cellOf(at)) ?? []).some((lot) => lot !== outline && holds(lot, at)),
    );
    expect(crowded.map(addressOf)).toEqual([]);
  });
  it('numbers the two sides of a street odd and even', () => {
    const sides = new Map<string, Set<number>>();
    for (const { edge, street, at, number } of county.parcels) {
      const [from, to] = [nodes[edge.from] as (typeof nodes)[number], nodes[edge.to] as (typeof nodes)[number]];
      const left = (to.at[0] - from.at[0]) * (at[1] - from.at[1]) > (to.at[1] - from.at[1]) * (at[0] - from.at[0]);
      const key = `${street.id} ${edge.from} ${edge.to} ${left ? 'left' : 'right'}`;
      sides.set(key, (sides.get(key) ?? new Set()).add(Number.parseInt(number) % 2));
    }
    expect([...sides.values()].filter(({ size }) => size > 1)).toEqual([]);
  });
  it('names its streets as streets are named', () => {
    const suffixes = new Set(streets.map(({ suffix }) => suffix));
    expect(suffixes.size).toBeGreaterThan(12);
    expect(streets.some(({ name }) => /^\d+(st|nd|rd|th)$|^(First|Second|Third)$/.test(name))).toBe(true);
    expect(streets.some(({ directional }) => directional !== '')).toBe(true);
    const locals = new Set(edges.filter(({ route }) => route !== null).map(({ street }) => streets[street]?.name));
    expect(locals.size).toBeGreaterThan(3);
    expect(county.parcels.some(({ number }) => number.endsWith(' 1/2'))).toBe(true);
    expect(edges.some(({ bridge }) => bridge)).toBe(true);
    expect(edges.some(({ oneWay }) => oneWay)).toBe(true);
  });
  it('has bus stops along its main streets, none close to another', () => {
    const stops = busStops(county.roads);
    expect(stops.length).toBeGreaterThan(30);
    for (const [i, { at }] of stops.entries())
      for (const other of stops.slice(i + 1)) expect(Math.hypot(at[0] - other.at[0], at[1] - other.at[1])).toBeGreaterThan(400);
  });
  it('has eight towns, nine stations, and schools of three levels for every parcel', () => {
    expect(TOWNS).toHaveLength(8);
    expect(STATIONS).toHaveLength(9);
    const names = new Set(SCHOOLS.map(({ name }) => name));
    for (const { schools } of county.parcels) for (const school of Object.values(schools)) expect(names.has(school)).toBe(true);
  });
});

describe('the roads', () => {
  const atNoon = drivable(12.5);
  it('lead from every parcel to Port Ostrey and back, by ferry where there is no bridge', () => {
    // strongly connected: everything reaches the square, and the square reaches everything
    const reaches = (backwards: boolean): Set<number> => {
      const next = new Map<number, number[]>();
      for (const edge of edges)
        for (const forwards of [true, false]) {
          if (!Number.isFinite(driveMinutes(edge, forwards, 12))) continue;
          const [a, b] = forwards === backwards ? [edge.to, edge.from] : [edge.from, edge.to];
          next.set(a, [...(next.get(a) ?? []), b]);
        }
      const seen = new Set([nodeNear((TOWNS[0] as (typeof TOWNS)[number]).centre)]);
      for (const node of seen) for (const other of next.get(node) ?? []) seen.add(other);
      return seen;
    };
    const [there, back] = [reaches(false), reaches(true)];
    const cutOff = county.parcels.filter(
      ({ edge }) => ![edge.from, edge.to].some((node) => there.has(node)) || ![edge.from, edge.to].some((node) => back.has(node)),
    );
    expect(cutOff.map(addressOf)).toEqual([]);
  });
  it('are slower into Port Ostrey at eight in the morning than at noon, and out of it at five', () => {
    const [square, out] = [TOWNS[0], TOWNS[4]].map((town) => nodeNear((town as (typeof TOWNS)[number]).centre)) as [
      number,
      number,
    ];
    const [morning, evening] = [drivable(8.1), drivable(17.3)];
    expect(morning(out, square) / atNoon(out, square)).toBeGreaterThan(1.15);
    expect(evening(square, out) / atNoon(square, out)).toBeGreaterThan(1.15);
    expect(morning(square, out)).toBeLessThan(evening(square, out));
  });
  it('cost no detour: each block takes no longer than any way round it', () => {
    for (const edge of edges.filter((_, i) => i % 97 === 0)) {
      const minutes = driveMinutes(edge, true, 12.5);
      if (Number.isFinite(minutes)) expect(atNoon(edge.from, edge.to)).toBeLessThanOrEqual(minutes + 1e-9);
    }
  });
});

describe('the road file', () => {
  const times = new TravelTimes(readRoads(roadFile(county.roads) as RoadFile));
  const [square, out] = [TOWNS[0], TOWNS[4]].map((town) => {
    const id = nodeNear((town as (typeof TOWNS)[number]).centre);
    return { id, at: lonLat((nodes[id] as (typeof nodes)[number]).at) };
  }) as [{ id: number; at: [number, number] }, { id: number; at: [number, number] }];

  it('gives the times of ngraph’s shortest drives, but for waits at turns and speeds by the quarter of an hour', () => {
    const seconds = times.secondsAt({ to: square.at, leaveAt: '03:00', on: 'weekday', by: 'car' }, out.at) as number;
    const theirs = 60 * drivable(3)(out.id, square.id);
    expect(seconds).toBeGreaterThan(theirs - 30);
    expect(seconds).toBeLessThan(theirs + 150);
  });
  it('leads from every parcel to Port Ostrey and back, by car and on foot', () => {
    const cutOff = (['car', 'foot'] as const).flatMap((by) => {
      const there = times.journeys({ to: square.at, arriveBy: '08:30', on: 'weekday', by });
      const back = times.journeys({ from: square.at, leaveAt: '17:15', on: 'weekday', by });
      return county.parcels.filter((parcel) => {
        const snap = times.snap(lonLat(parcel.at), by);
        return !snap || !Number.isFinite(there(snap)) || !Number.isFinite(back(snap));
      });
    });
    expect(cutOff.map(addressOf)).toEqual([]);
  });
  it('is slower into town on a working morning than on a Sunday', () => {
    const at = (on: 'weekday' | 'sunday'): number =>
      times.secondsAt({ to: square.at, arriveBy: '08:30', on, by: 'car' }, out.at) as number;
    expect(at('weekday') / at('sunday')).toBeGreaterThan(1.15);
  });
});

describe('the base map', () => {
  it('stays at sea near 40.6 N 66.0 W', () => {
    const places = farMap(county)
      .features.filter(({ properties }) => properties['layer'] === 'townLabel')
      .map(({ geometry }) => geometry.coordinates as [number, number]);
    expect(places).toHaveLength(8);
    for (const [lon, lat] of places) expect(Math.hypot(lon + 66, lat - 40.6)).toBeLessThan(0.25);
  });
  it('has each lot in one of its near pieces, all of them small', () => {
    const pieces = nearMap(county);
    const lots = [...pieces.values()].flatMap(({ features }) =>
      features
        .filter(({ properties }) => properties['layer'] === 'lot')
        .flatMap(({ geometry }) => geometry.coordinates as unknown[]),
    );
    expect(lots).toHaveLength(new Set(county.parcels.map(({ outline }) => outline)).size);
    for (const piece of pieces.values()) expect(JSON.stringify(piece).length).toBeLessThan(400_000);
    expect(county.parcels.every(({ at }) => pieces.has(pieceOf(lonLat(at))))).toBe(true);
  });
});

/** By crossings of a ray (common practice). */
function holds(ring: readonly Point[], [x, y]: Point): boolean {
  let inside = false;
  ring.slice(1).forEach(([x2, y2], i) => {
    const [x1, y1] = ring[i] as Point;
    if (y1 > y !== y2 > y && x < ((x2 - x1) * (y - y1)) / (y2 - y1) + x1) inside = !inside;
  });
  return inside;
}
