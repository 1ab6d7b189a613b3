import type { FeedRecord } from './listingRecord.js';
import { randomOf } from './random.js';

const WALLS = ['#C9B796', '#B98A74', '#9FB0A8', '#D8C59A', '#C4B5A0', '#A8A0B4', '#B7C0B4', '#D5BBA6'];
const ROOFS = ['#6E5B49', '#4A5758', '#5B4A52', '#7A6A54', '#574F48'];
const SKIES = ['#E3E7DE', '#EADFD2', '#DFE8EC', '#EAE4D3', '#E2E5EA'];
const GRASS = ['#B9C9A5', '#C4CFAE', '#AFC09C'];

export const PICTURE_WIDTH = 640;
export const PICTURE_HEIGHT = 400;

const CAPTIONS = ['Front', 'From the garden', 'Plot plan', 'Floor sketch'] as const;

/** What a picture shows, by its number from 0. */
export function captionOf(index: number): string {
  return CAPTIONS[index] ?? 'Picture';
}

/** A drawn picture of a listing as SVG, 640 × 400: 0 front, 1 garden, 2 plot plan, 3 floor sketch. Land has a meadow for its front. */
export function drawPicture(record: FeedRecord, index: number): string {
  const random = randomOf(Number(String(record['ParcelNumber']).slice(3)), 5);
  const look = {
    wall: random.pick(WALLS),
    roof: random.pick(ROOFS),
    sky: random.pick(SKIES),
    grass: random.pick(GRASS),
    mirrored: random.chance(0.5),
    tree: random.int(40, 120),
  };
  const built = record['BedroomsTotal'] !== null;
  const body =
    index === 2
      ? plotPlan(record)
      : index === 3 && built
        ? floorSketch(record)
        : built
          ? house(record, look, index === 1)
          : meadow(look);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${PICTURE_WIDTH} ${PICTURE_HEIGHT}" width="${PICTURE_WIDTH}" height="${PICTURE_HEIGHT}">${body}</svg>`;
}

interface Look {
  readonly wall: string;
  readonly roof: string;
  readonly sky: string;
  readonly grass: string;
  readonly mirrored: boolean;
  readonly tree: number;
}

function house(record: FeedRecord, look: Look, fromGarden: boolean): string {
  const storeys = Number(record['StoriesTotal'] ?? 1) > 1 ? 2 : 1;
  const subType = record['PropertySubType'];
  const attached = subType === 'Townhouse' || subType === 'Condominium';
  const width = attached ? 230 : 250 + Math.min(110, Number(record['LivingArea'] ?? 1500) / 30);
  const wallTop = 318 - storeys * (attached ? 92 : 76);
  const left = (PICTURE_WIDTH - width) / 2 + (attached ? 0 : 34);
  const garage = Number(record['GarageSpaces'] ?? 0) > 0 && !fromGarden && !attached;
  const shape = [
    attached
      ? [
          rect(left - width + 18, wallTop + 10, width - 18, 308 - wallTop, shade(look.wall, -12)),
          rect(left + width, wallTop + 6, width, 312 - wallTop, shade(look.wall, 8)),
        ].join('')
      : '',
    garage
      ? rect(left - 128, 236, 132, 82, shade(look.wall, -14)) +
        polygon(
          [
            [left - 146, 238],
            [left - 62, 186],
            [left + 22, 238],
          ],
          look.roof,
        ) +
        rect(left - 104, 262, 84, 56, '#F2EEE4') +
        [276, 290, 304].map((y) => rect(left - 104, y, 84, 1.5, '#D9D2C4')).join('')
      : '',
    rect(left, wallTop, width, 318 - wallTop, look.wall),
    subType === 'Condominium'
      ? rect(left - 10, wallTop - 16, width + 20, 18, look.roof)
      : polygon(
          [
            [left - 24, wallTop + 3],
            [left + width / 2 - (attached ? 0 : 18), wallTop - (attached ? 66 : 92)],
            [left + width / 2 + (attached ? 0 : 18), wallTop - (attached ? 66 : 92)],
            [left + width + 24, wallTop + 3],
          ],
          look.roof,
        ),
    windows(left, width, wallTop, storeys),
    fromGarden
      ? rect(left + width / 2 - 44, 262, 88, 56, '#E9EFEF') +
        rect(left + width / 2 - 1, 262, 2, 56, look.roof) +
        rect(left - 12, 314, width + 24, 12, '#B49C78')
      : rect(left + width / 2 - 19, 258, 38, 60, shade(look.roof, -8)) +
        `<circle cx="${left + width / 2 + 11}" cy="290" r="2.4" fill="#E4D9C3"/>`,
  ].join('');
  return `${ground(look)}${tree(look.tree, 312, 1.15)}${look.mirrored ? `<g transform="translate(${PICTURE_WIDTH} 0) scale(-1 1)">${shape}</g>` : shape}${fromGarden ? tree(560, 330, 1.5) + tree(486, 338, 0.8) : path(look)}${tree(600 - look.tree / 3, 336, 0.95)}`;
}

function windows(left: number, width: number, top: number, storeys: number): string {
  const places = width > 240 ? [0.17, 0.36, 0.68, 0.85] : [0.2, 0.79];
  return Array.from({ length: storeys }, (_, storey) =>
    places
      .filter((place) => (storey === storeys - 1 ? place < 0.34 || place > 0.66 : true))
      .map((place) => {
        const x = left + width * place - 17;
        const y = top + 18 + storey * 74;
        return rect(x, y, 34, 38, '#F4F1E8') + rect(x + 16, y, 2, 38, '#D4CCBC') + rect(x, y + 18, 34, 2, '#D4CCBC');
      })
      .join(''),
  ).join('');
}

function ground(look: Look): string {
  return (
    rect(0, 0, PICTURE_WIDTH, PICTURE_HEIGHT, look.sky) +
    `<circle cx="500" cy="112" r="84" fill="#FFFFFF" opacity=".32"/><path d="M0 300 Q170 252 340 292 T640 270 V400 H0Z" fill="${shade(look.grass, 12)}"/><path d="M0 318 H640 V400 H0Z" fill="${look.grass}"/>`
  );
}

function path(look: Look): string {
  const middle = look.mirrored ? 286 : 354;
  return `<path d="M${middle - 16} 318 H${middle + 16} L${middle + 46} 400 H${middle - 46}Z" fill="#DDD1BC"/>`;
}

function tree(x: number, y: number, size: number): string {
  return `<g transform="translate(${x} ${y}) scale(${size})"><rect x="-5" y="-34" width="10" height="40" fill="#8A7558"/><circle cx="0" cy="-66" r="36" fill="#8FA980"/><circle cx="-22" cy="-48" r="24" fill="#9DB58D"/><circle cx="22" cy="-46" r="22" fill="#84A076"/></g>`;
}

function meadow(look: Look): string {
  return `${ground(look)}${tree(120, 316, 1.4)}${tree(470, 306, 0.8)}${tree(540, 316, 1.1)}<path d="M0 352 H640" stroke="#A08C68" stroke-width="3" stroke-dasharray="2 44"/>`;
}

function plotPlan(record: FeedRecord): string {
  const random = randomOf(Number(String(record['ParcelNumber']).slice(3)), 9);
  const skew = random.int(-26, 26);
  const houseBox =
    record['BedroomsTotal'] === null
      ? ''
      : `<rect x="${250 + skew}" y="150" width="140" height="86" fill="#FBF9F5" stroke="#23302E" stroke-width="3"/><path d="M${320 + skew} 236 V356" stroke="#C9B796" stroke-width="22"/>`;
  return `${rect(0, 0, PICTURE_WIDTH, PICTURE_HEIGHT, '#F4F0E6')}${rect(0, 356, PICTURE_WIDTH, 44, '#FFFFFF')}<path d="M${130 + skew} 46 L${520 - skew} 60 L500 350 L150 350Z" fill="#DDE5CD" stroke="#54733B" stroke-width="3"/>${houseBox}<circle cx="190" cy="110" r="24" fill="#B9C9A5"/><circle cx="450" cy="292" r="30" fill="#B9C9A5"/><path d="M585 90 V40 M585 40 l-9 16 h18Z" stroke="#23302E" stroke-width="3" fill="#23302E"/>`;
}

function floorSketch(record: FeedRecord): string {
  const beds = Math.min(4, Number(record['BedroomsTotal']));
  const walls = Array.from({ length: beds }, (_, i) => `<path d="M${120 + (400 / (beds + 1)) * (i + 1)} 70 V190" />`).join('');
  return `${rect(0, 0, PICTURE_WIDTH, PICTURE_HEIGHT, '#FFFFFF')}<g fill="none" stroke="#23302E" stroke-width="5"><rect x="120" y="70" width="400" height="260"/><path d="M120 190 H290 M340 190 H520 M330 330 V262 M330 222 V190"/>${walls}</g><g fill="none" stroke="#7C3F6B" stroke-width="2.5"><path d="M290 190 a50 50 0 0 1 50 -50 V190"/><path d="M330 262 a40 40 0 0 0 -40 -40"/></g>`;
}

function rect(x: number, y: number, width: number, height: number, fill: string): string {
  return `<rect x="${x.toFixed(1)}" y="${y.toFixed(1)}" width="${width.toFixed(1)}" height="${height.toFixed(1)}" fill="${fill}"/>`;
}

function polygon(points: readonly (readonly [number, number])[], fill: string): string {
  return `<path d="M${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join(' L')}Z" fill="${fill}"/>`;
}

function shade(colour: string, by: number): string {
  const channel = (at: number): string =>
    Math.max(0, Math.min(255, parseInt(colour.slice(at, at + 2), 16) + by))
      .toString(16)
      .padStart(2, '0');
  return `#${channel(1)}${channel(3)}${channel(5)}`;
}
