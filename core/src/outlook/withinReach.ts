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

/**
 * For homes that cost more than a ceiling, the chance that each falls under it within 30 days, by how homes alike fell:
 * in town, kind and price, or as much of that as forty of them share. By property facts alone. The likeliest first;
 * those are left out that are not for sale, or of which nothing is known.
 *
 * @param stood  homes that were for sale, of which those alike are taken
 * @param now  milliseconds since 1970 UTC
 */
export function withinReach(
  homes: readonly ListingRecord[],
  ceiling: number,
  stood: readonly Stood[],
  now: number,
): WithinReach[] {
  const groups = LIKENESSES.map((of) => groupedBy(stood, of));
  const falls = new Map<string, Falls>();
  const reached = homes.flatMap((home): WithinReach[] => {
    const price = numberIn(home, 'ListPrice');
    const since = stoodSince(home);
    if (home['StandardStatus'] !== 'Active' || price === null || price <= ceiling || since === null) return [];
    const at = LIKENESSES.findIndex((of, i) => (groups[i]?.get(of(home))?.length ?? 0) >= ENOUGH);
    const name = LIKENESSES[at < 0 ? LIKENESSES.length - 1 : at]?.(home) ?? '';
    const alike = groups[at < 0 ? LIKENESSES.length - 1 : at]?.get(name);
    if (!alike) return [];
    let known = falls.get(name);
    if (!known) falls.set(name, (known = fallsOf(alike.flatMap(({ spells }) => spells))));
    const chance = known.chance(Math.max(0, Math.floor((now - since) / DAY_MS)), (price - ceiling) / price, REACH_DAYS);
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
