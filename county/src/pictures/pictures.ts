import type { FeedRecord } from '../feedRecord.js';
import type { Parcel } from '../parcels.js';
import type { Room } from '../rooms.js';
import { alongTheStreet, flats, fromTheGarden, fromTheStreet, meadow, rowHouse, shop } from './house.js';
import { lookOf } from './look.js';
import type { Look } from './look.js';
import { floorSketch, plotPlan } from './plans.js';
import { PICTURE_HEIGHT, PICTURE_WIDTH } from './svg.js';

interface Picture {
  readonly caption: string;
  readonly draw: () => string;
}

/** A listing's pictures in their order, three to eight as the home gives: each an SVG of 640 × 400. */
function picturesOf(record: FeedRecord, parcel: Parcel): Picture[] {
  const { home, building } = parcel;
  let made: Look | null = null;
  const look = (): Look => (made ??= lookOf(record, parcel));
  const plot: Picture = { caption: 'Plot plan', draw: () => plotPlan(parcel) };
  if (home.livingArea === 0) {
    return [
      { caption: 'The land', draw: () => meadow(look()) },
      plot,
      { caption: 'From the far side', draw: () => meadow({ ...look(), mirrored: !look().mirrored, trees: look().trees + 41 }) },
    ];
  }
  const rooms = record['Rooms'] as readonly Room[];
  const sketches = ['Main', 'Second', 'Basement']
    .filter((level) => rooms.some(({ RoomLevel }) => RoomLevel === level))
    .map((level): Picture => ({ caption: `Floor sketch, ${level.toLowerCase()} level`, draw: () => floorSketch(rooms, level) }));
  if (building)
    return [
      { caption: 'The building', draw: () => flats(look(), building.levels) },
      ...sketches,
      {
        caption: 'From the corner',
        draw: () => flats({ ...look(), mirrored: !look().mirrored, trees: look().trees + 17 }, building.levels),
      },
      plot,
    ];
  if (home.bedrooms === 0)
    return [
      { caption: 'Front', draw: () => shop(look()) },
      { caption: 'From across the street', draw: () => shop({ ...look(), mirrored: !look().mirrored }) },
      plot,
    ];
  if (home.subType === 'Townhouse')
    return [
      { caption: 'Front', draw: () => rowHouse(look()) },
      { caption: 'Garden', draw: () => fromTheGarden(look()) },
      ...sketches,
      plot,
    ];
  return [
    { caption: 'Front', draw: () => fromTheStreet(look()) },
    { caption: 'Garden', draw: () => fromTheGarden(look()) },
    ...sketches,
    { caption: 'Along the street', draw: () => alongTheStreet(look()) },
    plot,
  ];
}

/** What each of a listing's pictures shows, in their order. */
export function captionsOf(record: FeedRecord, parcel: Parcel): string[] {
  return picturesOf(record, parcel).map(({ caption }) => caption);
}

/** A drawn picture of a listing by its number from 0, or null when it has no such picture. */
export function drawPicture(record: FeedRecord, parcel: Parcel, index: number): string | null {
  const picture = picturesOf(record, parcel)[index];
  if (!picture) return null;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${PICTURE_WIDTH} ${PICTURE_HEIGHT}" width="${PICTURE_WIDTH}" height="${PICTURE_HEIGHT}">${picture.draw()}</svg>`;
}
