import { footprintOf } from '../buildings.js';
import type { Point } from '../ground.js';
import type { Parcel } from '../parcels.js';
import type { Room } from '../rooms.js';
import { signOf } from '../streets.js';
import { disc, line, PICTURE_HEIGHT, PICTURE_WIDTH, polygon, rect, text } from './svg.js';

const INK = '#23302E';
const SOFT = '#5C6964';

/** The lot to scale with what stands on it, its street at the foot. */
export function plotPlan(parcel: Parcel): string {
  const [left, right, , back] = parcel.outline as [Point, Point, Point, Point];
  const frontage = Math.hypot(right[0] - left[0], right[1] - left[1]);
  const depth = Math.hypot(back[0] - left[0], back[1] - left[1]);
  const scale = Math.min(420 / frontage, 268 / depth);
  const u: Point = [(right[0] - left[0]) / frontage, (right[1] - left[1]) / frontage];
  const v: Point = [(back[0] - left[0]) / depth, (back[1] - left[1]) / depth];
  const at = ([x, y]: Point): [number, number] => {
    const [dx, dy] = [x - left[0], y - left[1]];
    return [PICTURE_WIDTH / 2 + (dx * u[0] + dy * u[1] - frontage / 2) * scale, 338 - (dx * v[0] + dy * v[1]) * scale];
  };
  const footprint = footprintOf(parcel);
  const north = Math.atan2(u[1], u[0]);
  const feet = (metres: number): string => `${Math.round(metres * 3.28084)} ft`;
  const [[lx], [rx]] = [at(left), at(right)];
  return [
    rect(0, 0, PICTURE_WIDTH, PICTURE_HEIGHT, '#F7F3EA'),
    rect(0, 352, PICTURE_WIDTH, 48, '#FFFFFF'),
    line(
      [
        [0, 352],
        [PICTURE_WIDTH, 352],
      ],
      '#C9BFAB',
      2,
    ),
    text(PICTURE_WIDTH / 2, 382, signOf(parcel.street), 15, SOFT),
    polygon(parcel.outline.map(at), '#E3EAD4', ` stroke="#54733B" stroke-width="2.5" stroke-dasharray="9 4 2 4"`),
    footprint ? polygon(footprint.map(at), '#FBF9F5', ` stroke="${INK}" stroke-width="2.5"`) : '',
    disc(lx + 26, 338 - depth * scale + 30, 13, '#B9C9A5') + disc(rx - 30, 338 - depth * scale * 0.7, 17, '#B9C9A5'),
    text(PICTURE_WIDTH / 2, 346, feet(frontage), 12, SOFT),
    text(rx + 34, 338 - (depth * scale) / 2, feet(depth), 12, SOFT),
    text(PICTURE_WIDTH / 2, 338 - depth * scale - 10, `${parcel.acres.toFixed(2)} acres`, 13),
    `<g transform="translate(592 54) rotate(${Math.round((north * 180) / Math.PI)})">${line(
      [
        [0, 24],
        [0, -18],
      ],
      INK,
      2,
    )}${polygon(
      [
        [0, -30],
        [-7, -14],
        [7, -14],
      ],
      INK,
    )}</g>`,
    text(592, 96, 'N', 12),
  ].join('');
}

/** The rooms of one level, their areas in proportion, as many to a row as fit. */
export function floorSketch(rooms: readonly Room[], level: string): string {
  const own = rooms.filter(({ RoomLevel }) => RoomLevel === level);
  const sized = own.map((room) => {
    const [a = 10, b = 10] = room.RoomDimensions.split(' x ').map(Number);
    return { room, area: a * b };
  });
  const total = sized.reduce((sum, { area }) => sum + area, 0);
  const rowCount = own.length > 6 ? 3 : own.length > 2 ? 2 : 1;
  const rows: (typeof sized)[] = Array.from({ length: rowCount }, () => []);
  let filled = 0;
  for (const each of sized) {
    rows[Math.min(rowCount - 1, Math.floor((filled / total) * rowCount))]?.push(each);
    filled += each.area;
  }
  const [left, top, wide, high] = [70, 62, 500, 270];
  let y = top;
  const drawn = rows
    .filter((row) => row.length > 0)
    .map((row) => {
      const share = row.reduce((sum, { area }) => sum + area, 0);
      const rowHigh = (high * share) / total;
      let x = left;
      const cells = row.map(({ room, area }) => {
        const cellWide = (wide * area) / share;
        const short = cellWide < 74;
        const label =
          text(x + cellWide / 2, y + rowHigh / 2 - 2, short ? shortName(room.RoomType) : room.RoomType, 12) +
          text(x + cellWide / 2, y + rowHigh / 2 + 14, short ? '' : room.RoomDimensions, 11, SOFT);
        const cell =
          rect(x, y, cellWide, rowHigh, '#FFFFFF', ` stroke="${INK}" stroke-width="3.4"`) + door(x, y, cellWide, rowHigh) + label;
        x += cellWide;
        return cell;
      });
      y += rowHigh;
      return cells.join('');
    })
    .join('');
  return (
    rect(0, 0, PICTURE_WIDTH, PICTURE_HEIGHT, '#FBF9F5') +
    text(PICTURE_WIDTH / 2, 40, `${level} level, feet`, 15, SOFT) +
    drawn +
    rect(left, top, wide, high, 'none', ` stroke="${INK}" stroke-width="6"`)
  );
}

function door(x: number, y: number, wide: number, high: number): string {
  const at = y + high;
  const from = x + Math.min(wide * 0.3, 40);
  return (
    line(
      [
        [from, at],
        [from + 24, at],
      ],
      '#FFFFFF',
      5,
    ) + `<path d="M${from} ${at} v-22 a22 22 0 0 1 22 22" fill="none" stroke="#7C3F6B" stroke-width="1.6"/>`
  );
}

function shortName(type: string): string {
  return (
    { Bathroom: 'Bath', 'Half Bath': '½', Laundry: 'Wash', 'Primary Bedroom': 'Bed' }[type] ?? (type.split(' ')[0] as string)
  );
}
