import type { Home } from './homes.js';
import type { Random } from './random.js';

/** One room as RESO's PropertyRooms has it. */
export interface Room {
  readonly RoomType: string;
  readonly RoomLevel: 'Main' | 'Second' | 'Basement';
  /** Feet, as "12 x 14". */
  readonly RoomDimensions: string;
}

/** A home's rooms by type and level, as many bedrooms and baths as it has. */
export function roomsOf(home: Home, random: Random): Room[] {
  if (home.bedrooms === 0 && home.fullBaths === 0) return [];
  const upstairs = home.stories > 1;
  const scale = Math.sqrt(home.livingArea / Math.max(900, 420 * (home.bedrooms + 2)));
  const room = (RoomType: string, RoomLevel: Room['RoomLevel'], wide: number, long: number): Room => ({
    RoomType,
    RoomLevel,
    RoomDimensions: `${Math.round(wide * scale + random.unit() * 2)} x ${Math.round(long * scale + random.unit() * 2)}`,
  });
  const bedroomLevels = Array.from({ length: home.bedrooms }, (_, i): Room['RoomLevel'] =>
    upstairs && !(i === 0 && random.chance(0.38)) ? 'Second' : 'Main',
  );
  const baths = home.fullBaths + home.threeQuarterBaths;
  return [
    room('Living Room', 'Main', 13, 17),
    room('Kitchen', 'Main', 11, 13),
    ...(home.bedrooms > 2 && random.chance(0.7) ? [room('Dining Room', 'Main', 11, 12)] : []),
    ...bedroomLevels.map((level, i) =>
      room(i === 0 ? 'Primary Bedroom' : 'Bedroom', level, i === 0 ? 13 : 10, i === 0 ? 14 : 11),
    ),
    ...Array.from({ length: baths }, (_, i) => room('Bathroom', upstairs && i < baths - 1 ? 'Second' : 'Main', 6, 8)),
    ...Array.from({ length: home.halfBaths }, () => room('Half Bath', 'Main', 4, 5)),
    ...(home.basement.includes('Finished') ? [room('Family Room', 'Basement', 15, 20)] : []),
    ...(random.chance(0.4)
      ? [room('Laundry', random.chance(0.5) && !home.basement.includes('None') ? 'Basement' : 'Main', 6, 7)]
      : []),
    ...(home.livingArea > 1900 && random.chance(0.45) ? [room('Office', 'Main', 9, 10)] : []),
  ];
}
