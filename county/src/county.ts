import { OFFICES, FIRST_NAMES, LAST_NAMES } from './names.js';
import { buildParcels } from './parcels.js';
import type { Parcel } from './parcels.js';
import { buildRoads } from './streets.js';
import type { RoadGraph } from './streets.js';

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

/** Ostrey County as it lies: its roads, parcels, listing offices and their agents. The same seed gives the same county. */
export interface County {
  readonly seed: number;
  readonly roads: RoadGraph;
  readonly parcels: readonly Parcel[];
  readonly offices: readonly Office[];
  readonly members: readonly Member[];
}

export function buildCounty(seed = 7): County {
  const roads = buildRoads(seed);
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
  return { seed, roads, parcels: buildParcels(roads, seed), offices, members };
}
