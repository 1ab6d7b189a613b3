import type { ListingRecord } from './record.js';

/** A room as RESO's PropertyRooms describes it. */
interface Room {
  readonly RoomType?: string | null;
  readonly RoomLevel?: string | null;
}

function roomsIn(record: ListingRecord): readonly Room[] {
  const rooms: unknown = record['Rooms'];
  return Array.isArray(rooms) ? (rooms as readonly Room[]) : [];
}

const distinct = (values: readonly string[]): string[] => [...new Set(values)];

/** The types of the rooms that a listing describes, each once; empty when it describes none. */
export function roomTypesOf(record: ListingRecord): string[] {
  return distinct(roomsIn(record).flatMap(({ RoomType }) => RoomType ?? []));
}

/** The same with their levels, as "Bedroom on Main". */
export function roomsByLevelOf(record: ListingRecord): string[] {
  return distinct(
    roomsIn(record).flatMap(({ RoomType, RoomLevel }) => (RoomType && RoomLevel ? `${RoomType} on ${RoomLevel}` : [])),
  );
}

/** Whether all bedrooms lie on one level; null when the listing describes none with its level. */
export function bedroomsOnOneLevelOf(record: ListingRecord): boolean | null {
  const levels = roomsIn(record).flatMap(({ RoomType, RoomLevel }) =>
    RoomType?.endsWith('Bedroom') && RoomLevel ? RoomLevel : [],
  );
  return levels.length === 0 ? null : new Set(levels).size === 1;
}
