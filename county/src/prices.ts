import type { Parcel } from './parcels.js';
import type { Random } from './random.js';

/** The level of prices against the middle of 2026, as natural logarithms at the start of a year. */
const LEVELS: readonly (readonly [year: number, log: number])[] = [
  [2000, -0.86],
  [2003, -0.62],
  [2006, -0.36],
  [2009, -0.55],
  [2012, -0.62],
  [2016, -0.46],
  [2020, -0.31],
  [2022, -0.08],
  [2024, -0.06],
  [2027, 0.015],
  [2046, 0.6],
];

const FIRST_OF_2000 = 10_957;

/** The level of prices on a day (days since 1970): the trend of the years and the swing of the seasons. */
export function levelOn(day: number): number {
  const year = 2000 + (day - FIRST_OF_2000) / 365.25;
  const at = LEVELS.findIndex(([from]) => from > year);
  const [[y0, l0], [y1, l1]] = [LEVELS[Math.max(0, at - 1)] as (typeof LEVELS)[number], LEVELS[at] as (typeof LEVELS)[number]];
  const season = 0.018 * Math.sin(2 * Math.PI * (year - Math.floor(year)) - 1);
  return Math.exp(l0 + ((l1 - l0) * (year - y0)) / (y1 - y0) + season);
}

/** What a square foot gains or loses by age in years, and by a condition from 0 to 1. */
export const PRICE_OF = {
  yearOfAge: -0.0016,
  mostAge: -0.18,
  condition: 0.38,
  /** Price per square foot goes with living area to this power. */
  size: -0.22,
  shore: 0.28,
  shoreMetres: 350,
  acre: 42_000,
  garage: 9_000,
  pool: 14_000,
  view: 0.05,
} as const;

const BY_KIND: Readonly<Record<string, number>> = {
  Condominium: 1.02,
  Townhouse: 0.97,
  'Manufactured Home': 0.58,
  Duplex: 0.82,
  Triplex: 0.78,
  Quadruplex: 0.76,
  Farm: 1.05,
  Retail: 0.78,
  Office: 0.72,
};

/** Whether a home looks out over the sound or the valley. */
export function hasView({ shoreMetres, height, building, unit }: Parcel): boolean {
  return (
    (shoreMetres < 1200 && height > 14) ||
    height > 95 ||
    (building !== null && building.levels > 6 && Number(unit?.slice(0, -2)) > 5)
  );
}

/** What a parcel is worth in dollars on a day, by place, size, age, condition, lot, water, view, trend and season. */
export function valueOf(parcel: Parcel, day: number): number {
  const { home, town, shoreMetres, acres } = parcel;
  const shore = (1 + PRICE_OF.shore * Math.exp(-shoreMetres / PRICE_OF.shoreMetres)) * (hasView(parcel) ? 1 + PRICE_OF.view : 1);
  const land = PRICE_OF.acre * acres ** 0.7;
  if (home.subType === 'Unimproved Land') return (30_000 + 1.6 * land) * shore * levelOn(day);
  const size = (home.livingArea / 1750) ** PRICE_OF.size;
  const age = 1 + Math.max(PRICE_OF.mostAge, Math.max(0, 2026 - home.yearBuilt) * PRICE_OF.yearOfAge);
  const house =
    home.livingArea *
    town.perSquareFoot *
    size *
    age *
    (BY_KIND[home.subType] ?? 1) *
    (0.8 + PRICE_OF.condition * home.condition);
  return (house + land + home.garage * PRICE_OF.garage + (home.pool ? PRICE_OF.pool : 0)) * shore * levelOn(day);
}

/** Dollars of rent a month for a dollar of value. */
export const RENT = 0.0054;

/** Money as sellers write it: ending in 900 or 500 or round. */
export function asking(value: number, random: Random): number {
  const step = value > 200_000 ? 5000 : value > 10_000 ? 1000 : 50;
  const round = Math.max(step, Math.round(value / step) * step);
  return step > 50 && random.chance(0.45) ? round - 100 : round;
}
