import { heightAt } from '../ground.js';
import type { FeedRecord } from '../feedRecord.js';
import type { Parcel } from '../parcels.js';
import { randomOf } from '../random.js';

export type Season = 'spring' | 'summer' | 'autumn' | 'winter';

/** How a home and its surroundings look; the same home always looks the same but for the season. */
export interface Look {
  readonly season: Season;
  readonly wall: string;
  readonly trim: string;
  readonly door: string;
  readonly siding: 'boards' | 'bricks' | 'shingles' | 'plain';
  readonly roof: string;
  readonly roofShape: 'gable' | 'hip' | 'gambrel' | 'flat';
  readonly sky: readonly [string, string];
  readonly grass: string;
  readonly far: string;
  readonly leaves: readonly string[];
  readonly storeys: 1 | 2;
  readonly width: number;
  readonly garage: number;
  readonly porch: boolean;
  readonly deck: boolean;
  readonly pool: boolean;
  readonly fence: boolean;
  readonly chimney: boolean;
  readonly dormers: boolean;
  readonly shutters: boolean;
  readonly water: boolean;
  readonly hills: boolean;
  readonly conifers: boolean;
  readonly mirrored: boolean;
  readonly trees: number;
}

const WALLS: Readonly<Record<string, readonly string[]>> = {
  Brick: ['#B0705A', '#A9755F', '#9C6A58'],
  Clapboard: ['#F1ECE0', '#C9D3CF', '#D9C79B', '#A9B7BA', '#E3D7C2', '#B7C0A8'],
  'Shingle Siding': ['#B7A48A', '#A69A88', '#8F9A94', '#C0AE93'],
  'Vinyl Siding': ['#E8E3D8', '#CBD2CE', '#D8CBAF', '#B9C3C9', '#D9BFA9'],
  Stucco: ['#E7D8BF', '#DCCBB4', '#E9E1D2'],
};
const SIDING: Readonly<Record<string, Look['siding']>> = { Brick: 'bricks', 'Shingle Siding': 'shingles', Stucco: 'plain' };
const ROOFS: Readonly<Record<string, readonly string[]>> = {
  Metal: ['#6F7F82', '#7C5A50', '#5C6B62'],
  Slate: ['#5B6168', '#666A70'],
  Asphalt: ['#6E5B49', '#4A5758', '#5B4A52', '#6B6358', '#574F48'],
};
const SEASONS: Readonly<Record<Season, Pick<Look, 'sky' | 'grass' | 'far' | 'leaves'>>> = {
  spring: { sky: ['#D8E6EA', '#F3EEE2'], grass: '#BCCB9C', far: '#C9D3B4', leaves: ['#A9C08A', '#B9CB98', '#E3C3C6'] },
  summer: { sky: ['#CFE0E6', '#F0EBDD'], grass: '#AFC48C', far: '#B9C9A5', leaves: ['#7F9F6E', '#8FAD7B', '#729166'] },
  autumn: { sky: ['#E6DFD2', '#F5E9D6'], grass: '#C2BF8F', far: '#CDBF98', leaves: ['#C98B4B', '#B5683F', '#D2A65A'] },
  winter: { sky: ['#DDE3E6', '#F1EFEA'], grass: '#E6E6E0', far: '#D3D7D3', leaves: [] },
};

export function lookOf(record: FeedRecord, parcel: Parcel): Look {
  const random = randomOf(parcel.id, 5);
  const { home } = parcel;
  const season = seasonOf(String(record['OnMarketDate'] ?? record['ListingContractDate'] ?? '2026-06'));
  const attached = home.subType === 'Townhouse';
  return {
    season,
    ...SEASONS[season],
    wall: random.pick(WALLS[home.walls] ?? (WALLS['Clapboard'] as readonly string[])),
    trim: random.pick(['#FBF9F5', '#F4EFE4', '#EFE9DC']),
    door: random.pick(['#7C3F6B', '#2F7278', '#54733B', '#935C0E', '#5B4A52', '#A5402D']),
    siding: SIDING[home.walls] ?? 'boards',
    roof: random.pick(ROOFS[home.roof] ?? (ROOFS['Asphalt'] as readonly string[])),
    roofShape:
      home.style === 'Farmhouse' || (home.style === 'Colonial' && random.chance(0.3))
        ? 'gambrel'
        : home.style === 'Ranch' || home.style === 'Bungalow'
          ? 'hip'
          : home.style === 'Contemporary' && random.chance(0.5)
            ? 'flat'
            : 'gable',
    storeys: home.stories > 1 || attached ? 2 : 1,
    width: attached ? 190 : 230 + Math.min(120, home.livingArea / 24),
    garage: attached ? 0 : home.garage,
    porch: home.exterior.includes('Porch'),
    deck: home.exterior.includes('Deck') || home.exterior.includes('Patio'),
    pool: home.pool,
    fence: home.exterior.includes('Fenced Yard'),
    chimney: home.fireplaces > 0,
    dormers: home.style === 'Cape Cod',
    shutters: random.chance(0.45) && home.style !== 'Contemporary',
    water: parcel.shoreMetres < 500,
    hills: heightAt(parcel.at) > 45 && parcel.shoreMetres > 900,
    conifers: parcel.street.class === 'lane' || random.chance(0.25),
    mirrored: random.chance(0.5),
    trees: random.int(0, 99),
  };
}

function seasonOf(date: string): Season {
  const month = Number(date.slice(5, 7));
  return month < 3 || month === 12 ? 'winter' : month < 6 ? 'spring' : month < 9 ? 'summer' : 'autumn';
}
