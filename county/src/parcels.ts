import { isWater, toShore } from './ground.js';
import type { Point } from './ground.js';
import { randomOf } from './random.js';
import type { Random } from './random.js';
import type { RoadGraph, RoadNode, Street } from './streets.js';
import { TOWNS } from './towns.js';
import type { Town } from './towns.js';

export const SUBTYPES = [
  'Single Family Residence',
  'Townhouse',
  'Condominium',
  'Manufactured Home',
  'Duplex',
  'Triplex',
  'Quadruplex',
] as const;

/** What stands on a parcel; it does not change with the market. */
export interface Home {
  readonly subType: (typeof SUBTYPES)[number] | 'Unimproved Land' | 'Farm' | 'Retail';
  readonly bedrooms: number;
  readonly fullBaths: number;
  readonly halfBaths: number;
  readonly livingArea: number;
  readonly acres: number;
  readonly yearBuilt: number;
  readonly stories: number;
  readonly garage: number;
  readonly basement: readonly string[];
  readonly heating: string;
  readonly interior: readonly string[];
  readonly pool: boolean;
  /** 0 worn to 1 as new. */
  readonly condition: number;
}

export interface Parcel {
  readonly id: number;
  readonly number: number;
  readonly street: Street;
  readonly town: Town;
  readonly district: string;
  readonly at: Point;
  /** Radians the house faces, towards its street. */
  readonly facing: number;
  readonly shoreMetres: number;
  readonly home: Home;
}

/** Parcels along both sides of every town street, odd numbers on the left. */
export function buildParcels(roads: RoadGraph, seed: number): Parcel[] {
  const parcels: Parcel[] = [];
  const taken = new Set<string>();
  for (const street of roads.streets) {
    const town = TOWNS.find(({ name }) => name === street.town);
    if (!town) continue;
    const random = randomOf(seed, 23, street.id);
    street.nodes.slice(1).forEach((to, block) => {
      const a = (roads.nodes[street.nodes[block] as number] as RoadNode).at;
      const b = (roads.nodes[to] as RoadNode).at;
      const lots = Math.floor((Math.hypot(b[0] - a[0], b[1] - a[1]) - 60) / 55);
      for (let side = 0; side < 2; side++) {
        for (let i = 0; i < lots; i++) {
          const t = (i + 0.75 + random.unit() * 0.5) / (lots + 1);
          const heading = Math.atan2(b[1] - a[1], b[0] - a[0]);
          const aside = (side === 0 ? 1 : -1) * (24 + random.unit() * 8);
          const at: Point = [
            a[0] + (b[0] - a[0]) * t - Math.sin(heading) * aside,
            a[1] + (b[1] - a[1]) * t + Math.cos(heading) * aside,
          ];
          const number = (block + 1) * 100 + 2 + i * 4 + random.int(0, 1) * 2 + (side === 0 ? 1 : 0);
          const address = `${number} ${street.name} ${street.suffix} ${town.name}`;
          if (isWater(at) || taken.has(address) || random.chance(0.5)) continue;
          taken.add(address);
          parcels.push(
            newParcel(parcels.length, number, street, town, at, heading + (side === 0 ? -1 : 1) * (Math.PI / 2), random),
          );
        }
      }
    });
  }
  return parcels;
}

function newParcel(id: number, number: number, street: Street, town: Town, at: Point, facing: number, random: Random): Parcel {
  const fromCentre = Math.hypot(at[0] - town.centre[0], at[1] - town.centre[1]) / (town.rows * town.block * 0.5);
  const quarter = Math.floor(
    ((Math.atan2(at[1] - town.centre[1], at[0] - town.centre[0]) + Math.PI) / (2 * Math.PI)) * town.districts.length,
  );
  const district = town.districts[Math.min(quarter, town.districts.length - 1)] as string;
  return {
    id,
    number,
    street,
    town,
    district,
    at,
    facing,
    shoreMetres: Math.round(toShore(at)),
    home: newHome(fromCentre, random),
  };
}

function newHome(fromCentre: number, random: Random): Home {
  const subType = subTypeAt(fromCentre, random);
  const built = subType !== 'Unimproved Land';
  const attached = subType === 'Townhouse' || subType === 'Condominium';
  const units = { Duplex: 2, Triplex: 3, Quadruplex: 4 }[subType as string] ?? 1;
  const bedrooms = built
    ? subType === 'Condominium'
      ? random.int(1, 3)
      : units > 1
        ? units * 2
        : Math.max(1, Math.min(6, Math.round(3.1 + random.normal() * 0.9)))
    : 0;
  const livingArea = built
    ? Math.max(520, Math.round(((attached ? 420 : 560) + bedrooms * (attached ? 330 : 430) + random.normal() * 210) / 10) * 10)
    : 0;
  const fullBaths = built ? Math.max(1, Math.round(livingArea / 1050 + random.normal() * 0.4)) : 0;
  const yearBuilt = Math.min(2025, Math.max(1880, Math.round(1972 + random.normal() * 27 + fromCentre * 14)));
  const stories = subType === 'Condominium' ? 1 : livingArea > 1500 && random.chance(0.62) ? 2 : 1;
  return {
    subType,
    bedrooms,
    fullBaths,
    halfBaths: built && random.chance(0.52) ? 1 : 0,
    livingArea,
    acres:
      Math.round(
        (subType === 'Farm'
          ? 14 + random.unit() * 60
          : attached
            ? 0.03 + random.unit() * 0.05
            : 0.08 + 0.22 * fromCentre + random.unit() ** 3 * 0.6) * 100,
      ) / 100,
    yearBuilt,
    stories,
    garage: attached ? random.int(0, 1) : Math.max(0, Math.min(3, Math.round(1.1 + random.normal() * 0.8))),
    basement:
      attached || random.chance(0.4)
        ? ['None']
        : [
            random.pick(['Full', 'Partial', 'Crawl Space']),
            ...(random.chance(0.35) ? ['Finished'] : []),
            ...(random.chance(0.2) ? ['Walk-Out Access'] : []),
          ],
    heating: yearBuilt > 2000 ? 'Heat Pump' : random.pick(['Forced Air', 'Baseboard', 'Radiant', 'Heat Pump']),
    interior: ['In-Law Floorplan', 'Walk-In Closet(s)', 'Kitchen Island', 'Vaulted Ceiling(s)', 'Built-in Features'].filter(
      (_, i) => random.chance([0.07, 0.35, 0.4, 0.15, 0.3][i] as number),
    ),
    pool: !attached && random.chance(0.06),
    condition: Math.max(0, Math.min(1, 0.55 + random.normal() * 0.22)),
  };
}

function subTypeAt(fromCentre: number, random: Random): Home['subType'] {
  const u = random.unit();
  if (fromCentre < 0.35) {
    if (u < 0.3) return 'Condominium';
    if (u < 0.52) return 'Townhouse';
    if (u < 0.6) return random.pick(['Duplex', 'Triplex', 'Quadruplex']);
    return u < 0.63 ? 'Retail' : 'Single Family Residence';
  }
  if (u < 0.1) return 'Townhouse';
  if (u < 0.14) return 'Condominium';
  if (u < 0.17) return random.pick(['Duplex', 'Triplex']);
  if (u < 0.2) return 'Manufactured Home';
  if (u < 0.225) return 'Unimproved Land';
  return u < 0.23 + 0.02 * fromCentre ? 'Farm' : 'Single Family Residence';
}
