import type { Look } from './look.js';
import { HORIZON, border, surroundings, tree } from './scene.js';
import { disc, line, PICTURE_HEIGHT, PICTURE_WIDTH, polygon, rect, shade } from './svg.js';

const FOOT = 326;
const STOREY = 74;

/** A house from the street: its storeys, roof, porch and garage, trees and season. */
export function fromTheStreet(look: Look): string {
  const shape = body(look, 'front') + (look.garage > 0 ? garage(look) : '');
  return (
    surroundings(look) +
    tree(look, 96 - (look.trees % 30), 318, 1.05) +
    flipped(look, driveway(look) + shape) +
    tree(look, 566 + (look.trees % 34), 344, 1.25) +
    border(look, 40, 250, 352)
  );
}

/** The same house from its garden. */
export function fromTheGarden(look: Look): string {
  const left = leftOf(look);
  const deck = look.deck
    ? rect(left - 10, FOOT - 8, look.width + 20, 13, '#B49C78') +
      line(
        [
          [left - 10, FOOT - 30],
          [left + look.width * 0.34, FOOT - 30],
        ],
        '#8A7558',
        3,
      ) +
      [0, 20, 40, 60].map((x) => rect(left - 10 + x, FOOT - 30, 2.5, 24, '#8A7558')).join('')
    : '';
  const pool = look.pool
    ? `<ellipse cx="${left + look.width * 0.62}" cy="368" rx="98" ry="17" fill="#F4F0E6"/><ellipse cx="${left + look.width * 0.62}" cy="367" rx="88" ry="13" fill="#8FC1C9"/>`
    : '';
  const fence = look.fence
    ? Array.from({ length: 33 }, (_, i) => rect(i * 20, HORIZON - 4, 14, 34, '#E9E0CD')).join('') +
      rect(0, HORIZON + 6, PICTURE_WIDTH, 3, '#D6CBB3')
    : '';
  return (
    surroundings(look) +
    fence +
    tree(look, 82, 316, 1.1) +
    flipped({ ...look, mirrored: !look.mirrored }, body(look, 'back') + deck + pool) +
    tree(look, 552, 338, 1.4) +
    tree(look, 470, 330, 0.7) +
    (look.pool ? '' : border(look, 330, 600, 372))
  );
}

/** The street: the house between its neighbours, the road in front. */
export function alongTheStreet(look: Look): string {
  const small = (x: number, scale: number, wall: string, roof: string): string =>
    `<g transform="translate(${x} ${FOOT - FOOT * scale - 24}) scale(${scale})">${body({ ...look, wall, roof, width: 220 }, 'front')}</g>`;
  return [
    surroundings(look),
    tree(look, 40, 300, 0.8),
    small(-118, 0.62, shade(look.wall, -18), shade(look.roof, 12)),
    small(250, 0.62, shade(look.wall, 14), shade(look.roof, -10)),
    small(64, 0.68, look.wall, look.roof),
    tree(look, 214, 306, 0.7),
    tree(look, 600, 312, 0.95),
    rect(0, 322, PICTURE_WIDTH, 10, '#D9D2C2'),
    rect(0, 332, PICTURE_WIDTH, PICTURE_HEIGHT - 332, '#B8B3A8'),
    Array.from({ length: 8 }, (_, i) => rect(i * 92 - 20, 364, 48, 4, '#EFEBDF')).join(''),
  ].join('');
}

/** A row house between its neighbours. */
export function rowHouse(look: Look): string {
  const left = (PICTURE_WIDTH - look.width) / 2;
  const neighbour = (x: number, by: number): string =>
    `<g transform="translate(${x - left} ${by})">${body({ ...look, wall: shade(look.wall, by * 3), door: '#5B4A52', chimney: false }, 'front', left)}</g>`;
  return (
    surroundings(look) +
    neighbour(left - look.width, 4) +
    neighbour(left + look.width, -4) +
    body(look, 'front', left) +
    rect(0, FOOT + 6, PICTURE_WIDTH, 9, '#D9D2C2') +
    rect(0, FOOT + 40, PICTURE_WIDTH, 40, '#B8B3A8') +
    tree(look, 120, 352, 0.85) +
    tree(look, 536, 352, 0.9)
  );
}

/** A building of flats, as many levels as it has, twelve at most in the picture. */
export function flats(look: Look, levels: number): string {
  const shown = Math.min(12, levels);
  const step = Math.min(46, 250 / shown);
  const wide = shown > 6 ? 230 : 360;
  const left = (PICTURE_WIDTH - wide) / 2;
  const top = FOOT - shown * step;
  const columns = Math.round(wide / 46);
  const windows = Array.from({ length: shown * columns }, (_, i) => {
    const [row, column] = [Math.floor(i / columns), i % columns];
    const x = left + 10 + column * ((wide - 20) / columns);
    const y = top + row * step + step * 0.2;
    const glass = rect(
      x + 4,
      y,
      (wide - 20) / columns - 10,
      step * 0.55,
      (row * 3 + column * 5 + look.trees) % 7 === 0 ? '#F5E3B5' : '#DCE6E8',
    );
    return glass + (column % 2 === 0 ? rect(x + 1, y + step * 0.6, (wide - 20) / columns - 4, 2.6, shade(look.wall, -40)) : '');
  }).join('');
  return [
    surroundings(look),
    tree(look, 70, 322, 1.1),
    rect(left, top, wide, FOOT - top + 4, look.wall),
    texture(look, left, top, wide, FOOT - top),
    windows,
    rect(left - 6, top - 9, wide + 12, 11, look.roof),
    rect(PICTURE_WIDTH / 2 - 26, FOOT - 34, 52, 38, shade(look.roof, -8)),
    rect(PICTURE_WIDTH / 2 - 34, FOOT - 40, 68, 7, look.door),
    rect(0, FOOT + 4, PICTURE_WIDTH, 10, '#D9D2C2'),
    rect(0, FOOT + 44, PICTURE_WIDTH, 40, '#B8B3A8'),
    tree(look, 560, 346, 1.15),
  ].join('');
}

/** A shop or an office on its street. */
export function shop(look: Look): string {
  const [left, wide, top] = [150, 340, 150];
  const awning = Array.from({ length: 10 }, (_, i) =>
    polygon(
      [
        [left + 16 + i * 31, 226],
        [left + 47 + i * 31, 226],
        [left + 50 + i * 31, 252],
        [left + 13 + i * 31, 252],
      ],
      i % 2 === 0 ? look.door : '#F4EFE4',
    ),
  ).join('');
  return [
    surroundings(look),
    rect(left, top, wide, FOOT - top + 4, look.wall),
    texture(look, left, top, wide, 80),
    rect(left - 8, top - 12, wide + 16, 14, look.roof),
    [0, 1, 2, 3].map((i) => pane(left + 36 + i * 78, top + 22, 38, 40, look)).join(''),
    rect(left + 20, 250, 180, 72, '#DCE6E8') + rect(left + 108, 250, 3, 72, look.trim),
    rect(left + 232, 250, 48, 80, shade(look.roof, -8)),
    awning,
    rect(0, FOOT + 4, PICTURE_WIDTH, 14, '#D9D2C2'),
    rect(0, FOOT + 44, PICTURE_WIDTH, 40, '#B8B3A8'),
    tree(look, 84, 344, 1),
  ].join('');
}

/** Land without a house. */
export function meadow(look: Look): string {
  const posts = Array.from({ length: 12 }, (_, i) => rect(20 + i * 56, 336, 4, 22, '#A08C68')).join('');
  return (
    surroundings(look) +
    tree(look, 110, 318, 1.3) +
    tree(look, 470, 306, 0.8) +
    tree(look, 540, 318, 1.1) +
    posts +
    rect(0, 342, PICTURE_WIDTH, 2.4, '#A08C68') +
    rect(0, 351, PICTURE_WIDTH, 2.4, '#A08C68') +
    border(look, 150, 480, 378)
  );
}

function leftOf(look: Look): number {
  return (PICTURE_WIDTH - look.width) / 2 + (look.garage > 0 ? 46 : 0);
}

function flipped(look: Look, shape: string): string {
  return look.mirrored ? `<g transform="translate(${PICTURE_WIDTH} 0) scale(-1 1)">${shape}</g>` : shape;
}

function driveway(look: Look): string {
  const left = leftOf(look);
  const walk = polygon(
    [
      [left + look.width / 2 - 13, FOOT],
      [left + look.width / 2 + 13, FOOT],
      [left + look.width / 2 + 40, 400],
      [left + look.width / 2 - 26, 400],
    ],
    '#DDD1BC',
  );
  return look.garage > 0
    ? walk +
        polygon(
          [
            [left - 120, FOOT],
            [left - 22, FOOT],
            [left - 60, 400],
            [left - 200, 400],
          ],
          '#CFC8BA',
        )
    : walk;
}

function body(look: Look, side: 'front' | 'back', left = leftOf(look)): string {
  const { width, storeys, roof } = look;
  const top = FOOT - storeys * STOREY - 6;
  const right = left + width;
  const door = left + width / 2;
  return [
    look.chimney ? rect(right - 66, top - 92, 22, 74, '#9C6A58') + rect(right - 69, top - 96, 28, 6, '#7E5546') : '',
    rect(left, top, width, FOOT - top, look.wall),
    texture(look, left, top, width, FOOT - top),
    roofOver(look, left, right, top),
    windows(look, left, top, side),
    side === 'front'
      ? rect(door - 22, FOOT - 64, 44, 64, look.trim) +
        rect(door - 17, FOOT - 60, 34, 60, look.door) +
        disc(door + 10, FOOT - 29, 2.4, '#E4D9C3') +
        rect(door - 28, FOOT - 4, 56, 8, '#D6CCB9')
      : rect(door - 48, FOOT - 62, 96, 60, look.trim) +
        rect(door - 44, FOOT - 58, 42, 56, '#DCE6E8') +
        rect(door + 2, FOOT - 58, 42, 56, '#CFDCDF'),
    look.porch && side === 'front' ? porch(look, left, right) : '',
    rect(left, FOOT - 3, width, 5, shade(roof, 30)),
  ].join('');
}

function roofOver(look: Look, left: number, right: number, top: number): string {
  const { roof, width, trim } = look;
  const eave = 20;
  const rise = 78;
  if (look.roofShape === 'flat')
    return (
      rect(left - 14, top - 13, width + 28, 15, roof) +
      rect(left + width * 0.55, top - 40, width * 0.4, 30, shade(look.wall, -14))
    );
  const points = {
    gable: [
      [left - eave, top + 4],
      [left + 16, top - rise],
      [right - 16, top - rise],
      [right + eave, top + 4],
    ],
    hip: [
      [left - eave, top + 4],
      [left + width * 0.28, top - rise * 0.8],
      [right - width * 0.28, top - rise * 0.8],
      [right + eave, top + 4],
    ],
    gambrel: [
      [left - eave, top + 4],
      [left + 4, top - rise * 0.62],
      [left + 44, top - rise * 1.06],
      [right - 44, top - rise * 1.06],
      [right - 4, top - rise * 0.62],
      [right + eave, top + 4],
    ],
  }[look.roofShape] as [number, number][];
  const dormer = (x: number): string =>
    polygon(
      [
        [x - 27, top - 34],
        [x, top - 62],
        [x + 27, top - 34],
      ],
      shade(roof, -14),
    ) +
    rect(x - 20, top - 36, 40, 34, look.wall) +
    pane(x - 11, top - 30, 22, 22, look);
  return [
    polygon(points, roof),
    (look.roofShape === 'gable' ? [0.25, 0.5, 0.75] : [])
      .map((t) =>
        line(
          [
            [left - eave + 8 + 30 * t, top + 4 - (rise - 10) * t],
            [right + eave - 8 - 30 * t, top + 4 - (rise - 10) * t],
          ],
          shade(roof, 12),
          1.4,
        ),
      )
      .join(''),
    rect(left - eave, top + 1, width + 2 * eave, 6, trim),
    look.dormers ? dormer(left + width * 0.28) + dormer(left + width * 0.72) : '',
  ].join('');
}

function windows(look: Look, left: number, top: number, side: 'front' | 'back'): string {
  const places = look.width > 250 ? [0.14, 0.33, 0.67, 0.86] : [0.2, 0.8];
  return Array.from({ length: look.storeys }, (_, storey) => {
    const ground = storey === look.storeys - 1;
    const y = top + 18 + storey * STOREY;
    const all = ground ? places : [...places, 0.5];
    return all
      .filter((place) => !ground || side === 'front' || Math.abs(place - 0.5) > 0.24)
      .map((place) => pane(left + look.width * place - 16, y, 32, 38, look))
      .join('');
  }).join('');
}

function pane(x: number, y: number, wide: number, high: number, look: Look): string {
  const shutters =
    look.shutters && wide > 28
      ? rect(x - 11, y - 1, 8, high + 2, look.door) + rect(x + wide + 3, y - 1, 8, high + 2, look.door)
      : '';
  return (
    shutters +
    rect(x - 3, y - 3, wide + 6, high + 6, look.trim) +
    rect(x, y, wide, high, '#C9D8DB') +
    polygon(
      [
        [x, y + high],
        [x + wide * 0.55, y],
        [x + wide * 0.8, y],
        [x + wide * 0.2, y + high],
      ],
      '#DFE9EA',
    ) +
    rect(x + wide / 2 - 1, y, 2, high, look.trim) +
    rect(x, y + high / 2 - 1, wide, 2, look.trim) +
    rect(x - 5, y + high + 3, wide + 10, 3, shade(look.trim, -18))
  );
}

function porch(look: Look, left: number, right: number): string {
  const top = FOOT - 76;
  const posts = [0, 0.27, 0.73, 1].map((t) => rect(left + 4 + t * (right - left - 14), top + 8, 6, 68, look.trim)).join('');
  return (
    polygon(
      [
        [left - 14, top + 10],
        [left + 8, top - 14],
        [right - 8, top - 14],
        [right + 14, top + 10],
      ],
      shade(look.roof, 10),
    ) +
    posts +
    rect(left - 8, FOOT - 4, right - left + 16, 8, '#CBBE9F')
  );
}

function garage(look: Look): string {
  const left = leftOf(look);
  const wide = look.garage > 1 ? 128 : 92;
  const x = left - wide + 6;
  const top = FOOT - 76;
  const doors = look.garage > 1 ? [x + 12, x + 68] : [x + 16];
  return [
    rect(x, top, wide, 76, shade(look.wall, -10)),
    texture(look, x, top, wide, 76),
    polygon(
      [
        [x - 12, top + 3],
        [x + wide / 2, top - 40],
        [x + wide + 8, top + 3],
      ],
      look.roof,
    ),
    doors
      .map(
        (d) =>
          rect(d, FOOT - 56, 48, 56, look.trim) +
          [1, 2, 3].map((i) => rect(d, FOOT - 56 + i * 14, 48, 1.4, shade(look.trim, -30))).join(''),
      )
      .join(''),
  ].join('');
}

function texture(look: Look, x: number, y: number, wide: number, high: number): string {
  const tone = shade(look.wall, -13);
  if (look.siding === 'plain') return '';
  const rows = Math.floor(high / 9);
  const lines = Array.from({ length: rows }, (_, i) => rect(x, y + (i + 1) * 9, wide, 1, tone)).join('');
  if (look.siding === 'boards') return lines;
  const every = look.siding === 'bricks' ? 22 : 13;
  return (
    lines +
    Array.from({ length: rows }, (_, i) =>
      Array.from({ length: Math.floor(wide / every) }, (__, j) =>
        rect(x + j * every + (i % 2) * (every / 2) + 4, y + i * 9, 1, 9, tone),
      ).join(''),
    ).join('')
  );
}
