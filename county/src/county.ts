import { OFFICES, FIRST_NAMES, LAST_NAMES } from './names.js';
import { buildParcels } from './parcels.js';
import type { Parcel } from './parcels.js';
import { buildRoads } from './streets.js';
import type { RoadGraph } from './streets.js';
import { buildZones } from './zones.js';
import type { Zone } from './zones.js';

export const TIME_ZONE = 'America/New_York';

export interface Office {
  readonly OfficeKey: string;
  readonly OfficeName: string;
  readonly OfficePhone: string;
}

export interface Member {
  readonly MemberKey: string;
  readonly MemberFullName: string;
  readonly MemberEmail: string;
  readonly MemberMobilePhone: string;
  readonly OfficeKey: string;
}

/** How much of the county there is: its parcels, and from what day on its listings are kept. */
export interface CountySize {
  readonly seed?: number;
  /** At most so many parcels, spread evenly; all of them if absent. */
  readonly parcels?: number;
  /** ISO 8601 date. */
  readonly since?: string;
}

/** Ostrey County as it lies: its roads, parcels, listing offices and their agents. The same seed gives the same county. */
export interface County {
  readonly seed: number;
  readonly since: string;
  readonly zones: readonly Zone[];
  readonly roads: RoadGraph;
  readonly parcels: readonly Parcel[];
  readonly offices: readonly Office[];
  readonly members: readonly Member[];
}

export function buildCounty({ seed = 7, parcels = Infinity, since = '2001-04-02' }: CountySize = {}): County {
  const roads = buildRoads(seed);
  const zones = buildZones();
  const offices = OFFICES.map((OfficeName, i) => ({ OfficeKey: `OF${i + 1}`, OfficeName, OfficePhone: `555-01${10 + i}` }));
  const members = Array.from({ length: 32 }, (_, i): Member => {
    const [first, last] = [
      FIRST_NAMES[(i * 7) % FIRST_NAMES.length] as string,
      LAST_NAMES[(i * 11 + 3) % LAST_NAMES.length] as string,
    ];
    return {
      MemberKey: `MB${i + 1}`,
      MemberFullName: `${first} ${last}`,
      MemberEmail: `${first}.${last}`.toLowerCase().replace(/[^a-z.]/g, '') + '@listings.example',
      MemberMobilePhone: `555-01${30 + i}`,
      OfficeKey: (offices[i % offices.length] as Office).OfficeKey,
    };
  });
  const all = buildParcels(roads, zones, seed);
  const step = Math.max(1, all.length / parcels);
  const kept = all.filter((_, i) => Math.floor(i / step) !== Math.floor((i - 1) / step));
  return { seed, since, zones, roads, parcels: kept, offices, members };
}
