import Flatbush from 'flatbush';
import { floodZoneAt, heightAt, isWater, toShore } from './ground.js';
import type { FloodZone, Point } from './ground.js';
import { newHome } from './homes.js';
import type { Home, SubType } from './homes.js';
import { cellsOf, crosses, metresTo, middleOf, overlap } from './outlines.js';
import { randomOf } from './random.js';
import type { Random } from './random.js';
import { nearestTown, signOf } from './streets.js';
import type { RoadEdge, RoadGraph, RoadNode, Street } from './streets.js';
import { isGreen, railLine, TOWNS } from './towns.js';
import type { Town } from './towns.js';
import { zoneAt } from './zones.js';
import type { Zone } from './zones.js';

export interface Building {
  readonly name: string;
  readonly levels: number;
  readonly units: number;
}

export interface Parcel {
  readonly id: number;
  /** As on the door: "812", "212 1/2". */
  readonly number: string;
  readonly unit: string | null;
  readonly building: Building | null;
  readonly street: Street;
  readonly edge: RoadEdge;
  readonly town: Town;
  readonly district: string;
  readonly postalCode: string;
  readonly schools: { readonly elementary: string; readonly middle: string; readonly high: string };
  readonly at: Point;
  /** The lot's corners, closed, counter-clockwise from the street; a building's units share theirs. */
  readonly outline: readonly Point[];
  readonly acres: number;
  /** Radians the house faces, towards its street. */
  readonly facing: number;
  readonly shoreMetres: number;
  /** Metres over the sea. */
  readonly height: number;
  readonly floodZone: FloodZone;
  readonly corner: boolean;
  readonly home: Home;
}

interface Lot {
  readonly street: Street;
  readonly edge: RoadEdge;
  readonly town: Town;
  readonly number: string;
  readonly at: Point;
  readonly outline: readonly Point[];
  readonly frontage: number;
  readonly depth: number;
  readonly facing: number;
  readonly corner: boolean;
  readonly fromCentre: number;
}

const SETBACK = 8;
const SQUARE_METRES_PER_ACRE = 4046.86;

/** Parcels along both sides of the streets and lanes, odd numbers on the left; none overlaps another, a road or water. */
export function buildParcels(roads: RoadGraph, zones: readonly Zone[], seed: number): Parcel[] {
  const parcels: Parcel[] = [];
  for (const lot of buildLots(roads, seed)) {
    const random = randomOf(seed, 29, parcels.length);
    const place = placeOf(lot, zones);
    const add = (home: Home, more: Partial<Parcel> = {}): number =>
      parcels.push({ ...place, id: parcels.length, unit: null, building: null, home, ...more });
    const subType = subTypeOf(lot, random);
    if (subType !== 'Condominium') {
      add(newHome(subType, lot.fromCentre, random));
      if (subType === 'Single Family Residence' && random.chance(0.006))
        add(newHome('Single Family Residence', lot.fromCentre, random), { number: `${lot.number} 1/2` });
      continue;
    }
    const building = newBuilding(lot, random);
    const perLevel = Math.ceil(building.units / building.levels);
    const yearBuilt = newHome('Condominium', lot.fromCentre, random).yearBuilt;
    for (let i = 0; i < building.units; i++) {
      const unit =
        perLevel > 9 || building.levels > 9
          ? `${Math.floor(i / perLevel) + 1}${String((i % perLevel) + 1).padStart(2, '0')}`
          : `${Math.floor(i / perLevel) + 1}${'ABCDEFGHI'[i % perLevel]}`;
      add(
        { ...newHome('Condominium', lot.fromCentre, random), yearBuilt, pool: false },
        { unit, building, acres: place.acres / building.units },
      );
    }
  }
  return parcels;
}

function buildLots(roads: RoadGraph, seed: number): Lot[] {
  const lots: Lot[] = [];
  const taken = new Ground(roads);
  const edgesOf = new Map<number, RoadEdge[]>();
  for (const edge of roads.edges) edgesOf.set(edge.street, [...(edgesOf.get(edge.street) ?? []), edge]);
  const at = (id: number): Point => (roads.nodes[id] as RoadNode).at;
  const blocks = new Map<string, number>();
  for (const street of roads.streets) {
    const edges = edgesOf.get(street.id) ?? [];
    if (street.class === 'footpath' || street.class === 'ferry' || street.class === 'highway') continue;
    const random = randomOf(seed, 23, street.id);
    const rural = street.class !== 'street';
    // a street that goes on after a gap goes on with its numbers
    const sign = `${signOf(street)} ${street.town}`;
    const before = blocks.get(sign) ?? 0;
    blocks.set(sign, before + edges.length + 1);
    edges.forEach((edge, block) => {
      if (edge.bridge) return;
      const [a, b] = [at(edge.from), at(edge.to)];
      const heading = Math.atan2(b[1] - a[1], b[0] - a[0]);
      const town = TOWNS.find(({ name }) => name === street.town) ?? nearestTown(a);
      for (const side of [0, 1] as const) {
        const into = heading + (side === 0 ? 1 : -1) * (Math.PI / 2);
        let along = rural ? 20 : 16;
        let step = 0;
        while (along < edge.metres - 24) {
          const middle: Point = [a[0] + (b[0] - a[0]) * (along / edge.metres), a[1] + (b[1] - a[1]) * (along / edge.metres)];
          const fromCentre = Math.hypot(middle[0] - town.centre[0], middle[1] - town.centre[1]) / (town.rows * town.block * 0.5);
          const frontage = frontageAt(fromCentre, rural, random);
          const corner = along < 20 || along + frontage > edge.metres - 30;
          const lot = (rural ? [150, 90, 60] : [64, 50, 38, 28])
            .map((depth) => rectangle(a, heading, into, along, frontage, depth))
            .find(({ outline }) => taken.isFree(outline));
          along += frontage + 0.4;
          step++;
          if (!lot) continue;
          const number = String((before + block + 1) * 100 + step * 4 - (random.chance(0.5) ? 2 : 0) + (side === 0 ? 1 : 0));
          taken.take(lot.outline);
          lots.push({
            street,
            edge,
            town,
            number,
            ...lot,
            frontage,
            facing: into + Math.PI,
            corner,
            fromCentre: rural ? 1.3 : fromCentre,
          });
        }
      }
    });
  }
  return lots;
}

function frontageAt(fromCentre: number, rural: boolean, random: Random): number {
  if (rural) return random.chance(0.18) ? 120 + random.unit() * 90 : 38 + random.unit() * 40;
  return fromCentre < 0.32 ? 14 + random.unit() * 13 : 20 + fromCentre * 7 + random.unit() * 9;
}

function rectangle(from: Point, heading: number, into: number, along: number, frontage: number, depth: number) {
  const point = (s: number, d: number): Point => [
    from[0] + Math.cos(heading) * s + Math.cos(into) * d,
    from[1] + Math.sin(heading) * s + Math.sin(into) * d,
  ];
  const [near, far] = [SETBACK, SETBACK + depth];
  const corners = [point(along, near), point(along + frontage, near), point(along + frontage, far), point(along, far)];
  const turned = Math.sin(into - heading) > 0 ? corners : corners.toReversed();
  return { outline: [...turned, turned[0] as Point], at: point(along + frontage / 2, near + Math.min(17, depth * 0.42)), depth };
}

/** What of the ground is taken, by roads from the start and by lots as they come. */
class Ground {
  private readonly cells = new Map<string, (readonly Point[])[]>();
  private readonly roads: Flatbush;
  private readonly segments: readonly (readonly [Point, Point])[];

  constructor({ nodes, edges }: RoadGraph) {
    const driven = edges.filter((edge) => edge.class !== 'footpath' && edge.class !== 'ferry');
    const rail = railLine();
    this.segments = [
      ...driven.map(({ from, to }) => [(nodes[from] as RoadNode).at, (nodes[to] as RoadNode).at] as const),
      ...rail.slice(1).map((to, i) => [rail[i] as Point, to] as const),
    ];
    this.roads = new Flatbush(this.segments.length);
    for (const [p, q] of this.segments)
      this.roads.add(Math.min(p[0], q[0]), Math.min(p[1], q[1]), Math.max(p[0], q[0]), Math.max(p[1], q[1]));
    this.roads.finish();
  }

  isFree(outline: readonly Point[]): boolean {
    const [corners, middle] = [outline.slice(0, 4), middleOf(outline)];
    const probes = [...corners, middle];
    if (probes.some(isWater) || probes.some(isGreen)) return false;
    const [west, south] = [Math.min(...corners.map(([x]) => x)), Math.min(...corners.map(([, y]) => y))];
    const [east, north] = [Math.max(...corners.map(([x]) => x)), Math.max(...corners.map(([, y]) => y))];
    const near = this.roads
      .search(west - 9, south - 9, east + 9, north + 9)
      .map((i) => this.segments[i] as readonly [Point, Point]);
    const sides = [...corners.map((corner, i) => [corner, corners[(i + 1) % 4] as Point] as const)];
    if (near.some((road) => probes.some((probe) => metresTo(probe, road) < 6.5) || sides.some((side) => crosses(side, road))))
      return false;
    return !cellsOf(outline).some((cell) => (this.cells.get(cell) ?? []).some((other) => overlap(outline, other)));
  }

  take(outline: readonly Point[]): void {
    for (const cell of cellsOf(outline)) this.cells.set(cell, [...(this.cells.get(cell) ?? []), outline]);
  }
}

function placeOf(lot: Lot, zones: readonly Zone[]): Omit<Parcel, 'id' | 'unit' | 'building' | 'home'> {
  const { street, edge, town, number, at, outline, frontage, depth, facing, corner } = lot;
  const shoreMetres = Math.round(toShore(at));
  return {
    number,
    street,
    edge,
    town,
    district: districtAt(town, at),
    postalCode: zoneAt(zones, 'postal', at).name,
    schools: {
      elementary: zoneAt(zones, 'elementary', at).name,
      middle: zoneAt(zones, 'middle', at).name,
      high: zoneAt(zones, 'high', at).name,
    },
    at,
    outline,
    acres: (frontage * depth) / SQUARE_METRES_PER_ACRE,
    facing,
    shoreMetres,
    height: heightAt(at),
    floodZone: floodZoneAt(at),
    corner,
  };
}

/** A town's districts are sectors about its centre. */
export function districtAt(town: Town, at: Point): string {
  const angle = Math.atan2(at[1] - town.centre[1], at[0] - town.centre[0]) + Math.PI;
  const sector = Math.floor((angle / (2 * Math.PI)) * town.districts.length);
  return town.districts[Math.min(sector, town.districts.length - 1)] as string;
}

function newBuilding(lot: Lot, random: Random): Building {
  const tall = lot.town.name === 'Port Ostrey' && random.chance(0.16);
  const levels = tall ? random.int(9, 14) : random.chance(0.25) ? random.int(5, 6) : random.int(3, 4);
  return {
    name: `${lot.street.name} ${random.pick(['House', 'Court', 'Lofts', 'Landing'])}`,
    levels,
    units: levels * (tall ? random.int(4, 5) : random.int(2, 3)),
  };
}

function subTypeOf({ fromCentre, street, frontage }: Lot, random: Random): SubType {
  const u = random.unit();
  if (street.class === 'lane' || street.class === 'arterial') {
    if (frontage > 110) return u < 0.55 ? 'Farm' : 'Unimproved Land';
    if (u < 0.14) return 'Unimproved Land';
    return u < 0.24 ? 'Manufactured Home' : 'Single Family Residence';
  }
  if (fromCentre < 0.32) {
    if (u < 0.05) return 'Condominium';
    if (u < 0.36) return 'Townhouse';
    if (u < 0.47) return random.pick(['Duplex', 'Duplex', 'Triplex', 'Quadruplex']);
    if (u < 0.56) return random.pick(['Retail', 'Retail', 'Office']);
    return 'Single Family Residence';
  }
  if (u < 0.006) return 'Condominium';
  if (u < 0.09) return 'Townhouse';
  if (u < 0.125) return random.pick(['Duplex', 'Duplex', 'Triplex']);
  if (u < 0.14) return 'Manufactured Home';
  return u < 0.15 + 0.012 * fromCentre ? 'Unimproved Land' : 'Single Family Residence';
}
