import type { Point } from './ground.js';

export type SchoolLevel = 'elementary' | 'middle' | 'high';

export interface School {
  readonly name: string;
  readonly level: SchoolLevel;
  readonly district: string;
  readonly at: Point;
}

/** Invented schools of three districts; a home's zone is that of the nearest. */
export const SCHOOLS: readonly School[] = [
  { name: 'Ropewalk Elementary', level: 'elementary', district: 'Ostrey Sound', at: [-1150, 350] },
  { name: 'Ferry Hill Elementary', level: 'elementary', district: 'Ostrey Sound', at: [-150, 1900] },
  { name: 'Northgate Elementary', level: 'elementary', district: 'Ostrey Sound', at: [-1100, 2850] },
  { name: 'Marshside Elementary', level: 'elementary', district: 'Dunnock River', at: [-1900, -6600] },
  { name: 'Wren Common Elementary', level: 'elementary', district: 'Dunnock River', at: [3000, -5200] },
  { name: 'Brickfield Elementary', level: 'elementary', district: 'Dunnock River', at: [4000, -6100] },
  { name: 'Mallow Green Elementary', level: 'elementary', district: 'Upland', at: [6700, 600] },
  { name: 'Strand Elementary', level: 'elementary', district: 'Dunnock River', at: [-3450, -11600] },
  { name: 'Lighthouse Elementary', level: 'elementary', district: 'Ostrey Sound', at: [-3100, 8800] },
  { name: 'Hilltop Elementary', level: 'elementary', district: 'Upland', at: [4500, 6500] },
  { name: 'Dunnock Bridge Elementary', level: 'elementary', district: 'Upland', at: [10100, 10100] },
  { name: 'Old Quay Middle', level: 'middle', district: 'Ostrey Sound', at: [-1300, 900] },
  { name: 'Lantern Middle', level: 'middle', district: 'Ostrey Sound', at: [-2700, 8300] },
  { name: 'Sedge Middle', level: 'middle', district: 'Dunnock River', at: [-1300, -6900] },
  { name: 'Wrenfield Middle', level: 'middle', district: 'Dunnock River', at: [3600, -5000] },
  { name: 'Mallow Middle', level: 'middle', district: 'Upland', at: [7200, -100] },
  { name: 'Tansy Middle', level: 'middle', district: 'Upland', at: [4900, 6000] },
  { name: 'Ostrey Sound High', level: 'high', district: 'Ostrey Sound', at: [-400, 2500] },
  { name: 'Dunnock River High', level: 'high', district: 'Dunnock River', at: [1200, -6000] },
  { name: 'Upland High', level: 'high', district: 'Upland', at: [6600, 3900] },
];
