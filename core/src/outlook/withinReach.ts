import { numberIn } from '../listing/record.js';
import type { ListingRecord } from '../listing/record.js';
import { fallsOf } from './falls.js';
import type { Falls } from './falls.js';
import type { PriceSpell } from './outlook.js';

/** A home that was for sale, and each time it stood at one price. */
export interface Stood {
  readonly record: ListingRecord;
  readonly spells: readonly PriceSpell[];
}

/** A home that costs too much, and how likely its price falls far enough. */
export interface WithinReach {
  readonly listingKey: string;
  /** 0 to 1. */
  readonly chance: number;
}

const DAY_MS = 86_400_000;
export const REACH_DAYS = 30;
/** Homes alike in price differ by so much at most. */
const BAND = 1.25;
/** So many homes alike are enough. */
const ENOUGH = 40;

/** From the most alike to all: in town, kind and price; in kind and price; in kind; of the property type. */
const LIKENESSES: readonly ((record: ListingRecord) => string)[] = [
  (record) => [typeOf(record), named(record, 'PropertySubType'), named(record, 'City'), bandOf(record)].join(' '),
  (record) => [typeOf(record), named(record, 'PropertySubType'), bandOf(record)].join(' '),
  (record) => [typeOf(record), named(record, 'PropertySubType')].join(' '),
  (record) => typeOf(record),
];

function typeOf(record: ListingRecord): string {
  return named(record, 'PropertyType');
}

function named(record: ListingRecord, field: string): string {
  return JSON.stringify(record[field] ?? null);
}

function bandOf(record: ListingRecord): string {
  const price = numberIn(record, 'ListPrice');
  return price === null || price <= 0 ? 'none' : String(Math.floor(Math.log(price) / Math.log(BAND)));
}

/** How prices of homes alike fell, by what makes them alike: made once and asked about many homes. */
export interface FallsAlike {
  /** Of homes alike in town, kind and price, or as much of that as forty share; null where there is none of its property type. */
  readonly of: (home: ListingRecord) => Falls | null;
}

/** @param stood  homes that were for sale */
export function fallsAlike(stood: readonly Stood[]): FallsAlike {
  const groups = LIKENESSES.map((of) => groupedBy(stood, of));
  const known = new Map<string, Falls>();
  return {
    of(home) {
      const enough = LIKENESSES.findIndex((of, i) => (groups[i]?.get(of(home))?.length ?? 0) >= ENOUGH);
      const at = enough < 0 ? LIKENESSES.length - 1 : enough;
      const name = LIKENESSES[at]?.(home) ?? '';
      const alike = groups[at]?.get(name);
      if (!alike) return null;
      let falls = known.get(name);
      if (!falls) known.set(name, (falls = fallsOf(alike.flatMap(({ spells }) => spells))));
      return falls;
    },
  };
}

/**
 * For homes that cost more than a ceiling, the chance that each falls under it within 30 days, by how homes alike fell. By
 * property facts alone. The likeliest first; those are left out that are not for sale, or of which nothing is known.
 *
 * @param now  milliseconds since 1970 UTC
 */
export function withinReach(homes: readonly ListingRecord[], ceiling: number, alike: FallsAlike, now: number): WithinReach[] {
  const reached = homes.flatMap((home): WithinReach[] => {
    const price = numberIn(home, 'ListPrice');
    const since = stoodSince(home);
    if (home['StandardStatus'] !== 'Active' || price === null || price <= ceiling || since === null) return [];
    const stoodFor = Math.max(0, Math.floor((now - since) / DAY_MS));
    const chance = alike.of(home)?.chance(stoodFor, (price - ceiling) / price, REACH_DAYS) ?? null;
    return chance === null ? [] : [{ listingKey: home.ListingKey, chance }];
  });
  return reached.sort((a, b) => b.chance - a.chance);
}

function groupedBy(stood: readonly Stood[], of: (record: ListingRecord) => string): Map<string, Stood[]> {
  const groups = new Map<string, Stood[]>();
  for (const each of stood) {
    const name = of(each.record);
    const group = groups.get(name);
    if (group) group.push(each);
    else groups.set(name, [each]);
  }
  return groups;
}

/** Since when a home has stood at its price; null where that is blank. */
function stoodSince({ PriceChangeTimestamp: changed, OnMarketDate: began }: ListingRecord): number | null {
  const times = [changed, began]
    .flatMap((moment) => (typeof moment === 'string' ? Date.parse(moment) : []))
    .filter(Number.isFinite);
  return times.length === 0 ? null : Math.max(...times);
}
