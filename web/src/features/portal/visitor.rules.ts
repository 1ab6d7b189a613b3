import { readSearch } from '@perambula/core';
import type { DrawnShape, Search } from '@perambula/core';
import { areasOf, boundsOf, wordsOfAreas } from './drawnAreas.rules.js';

/** What a visitor wishes for, as it stands in the page's address. */
export interface Wishes {
  readonly kinds: readonly string[];
  readonly towns: readonly string[];
  /** Drawn on the map. */
  readonly areas: readonly DrawnShape[];
  readonly without: readonly string[];
  readonly most: number | null;
  readonly beds: number | null;
  readonly baths: number | null;
}

/** By the value of the field, what it is called here. */
export const KINDS: ReadonlyMap<string, string> = new Map([
  ['Single Family Residence', 'House'],
  ['Townhouse', 'Townhouse'],
  ['Condominium', 'Condo'],
]);

export const WITHOUT: ReadonlyMap<string, string> = new Map([
  ['Real Estate Owned', 'Bank-owned'],
  ['Short Sale', 'Short sales'],
  ['Auction', 'Auctions'],
]);

export const BEDS = [1, 2, 3, 4, 5] as const;
export const BATHS = [1, 1.5, 2, 3] as const;
const MOST_PRICE = 100_000_000;

/** Reads what stands in the address; what makes no sense there is left out. */
export function wishesOf(params: URLSearchParams): Wishes {
  const list = (name: string): string[] => params.get(name)?.split('|').filter(Boolean) ?? [];
  const number = (name: string, most: number): number | null => {
    const value = Number(params.get(name));
    return Number.isFinite(value) && value > 0 && value <= most ? value : null;
  };
  return {
    kinds: list('kinds').filter((kind) => KINDS.has(kind)),
    towns: list('towns').slice(0, 40),
    areas: areasOf(params.get('areas') ?? ''),
    without: list('without').filter((each) => WITHOUT.has(each)),
    most: number('most', MOST_PRICE),
    beds: number('beds', 20),
    baths: number('baths', 20),
  };
}

/** The address's words for wishes; what is not wished for stands nowhere. */
export function paramsOf({ kinds, towns, areas, without, most, beds, baths }: Wishes): URLSearchParams {
  const lists = { kinds, towns, without };
  const numbers = { most, beds, baths };
  return new URLSearchParams([
    ...Object.entries(lists).flatMap(([name, list]) => (list.length > 0 ? [[name, list.join('|')] as [string, string]] : [])),
    ...(areas.length > 0 ? [['areas', wordsOfAreas(areas)] as [string, string]] : []),
    ...Object.entries(numbers).flatMap(([name, value]) => (value === null ? [] : [[name, String(value)] as [string, string]])),
  ]);
}

/** A list with a value put in, or taken out where it was. */
export function switched(list: readonly string[], value: string): string[] {
  return list.includes(value) ? list.filter((each) => each !== value) : [...list, value];
}

/** A price as it is typed: `450k`, `450,000`, `$1.2m`, and 450 for thousands; null for nothing, undefined where it cannot be read. */
export function readPrice(typed: string): number | null | undefined {
  const text = typed
    .trim()
    .toLowerCase()
    .replace(/[$,\s]/g, '');
  if (text === '') return null;
  const [, digits, unit] = /^(\d+(?:\.\d+)?)([km]?)$/.exec(text) ?? [];
  if (digits === undefined) return undefined;
  const value = Number(digits) * (unit === 'm' ? 1_000_000 : unit === 'k' || Number(digits) < 10_000 ? 1000 : 1);
  return value > 0 && value <= MOST_PRICE ? value : undefined;
}

/** Wishes as a search. */
export function searchOfWishes({ kinds, towns, areas, without, most, beds, baths }: Wishes): Search {
  const lines = [
    ...(kinds.length > 0 ? [{ id: 'kind', field: 'PropertySubType', is: { anyOf: kinds } }] : []),
    ...(most === null ? [] : [{ id: 'price', field: 'ListPrice', is: { atMost: most } }]),
    ...(beds === null ? [] : [{ id: 'beds', field: 'BedroomsTotal', is: { atLeast: beds } }]),
    ...(baths === null ? [] : [{ id: 'baths', field: 'Baths', is: { atLeast: baths } }]),
    ...(towns.length > 0 ? [{ id: 'towns', field: 'City', is: { anyOf: towns } }] : []),
    ...(without.length > 0 ? [{ id: 'without', field: 'SpecialListingConditions', is: { noneOf: without } }] : []),
  ];
  return readSearch({ version: 1, kinds: ['Residential'], lines, bounds: boundsOf(areas), order: [] });
}
