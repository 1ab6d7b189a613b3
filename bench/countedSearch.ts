import { bathsOf } from '@perambula/core';
import type { Count, FieldLine, ListingRecord, Search } from '@perambula/core';

/** What is counted and measured: ten lines, an area of sixty corners, and another kept out. */
export const TIME = { now: Date.parse('2026-04-14T13:12:00Z'), zone: 'America/New_York' };

type Corner = [number, number];

function ringOf(corners: number, [x, y]: Corner, radius: number): Corner[] {
  return Array.from({ length: corners + 1 }, (_, i): Corner => {
    const angle = (2 * Math.PI * (i % corners)) / corners;
    const r = radius * (1 + 0.25 * Math.sin(5 * angle));
    return [x + r * Math.cos(angle) * 1.3, y + r * Math.sin(angle)];
  });
}

export const KEEP_IN = ringOf(60, [-66, 40.6], 0.07);
export const KEEP_OUT = ringOf(12, [-65.99, 40.59], 0.012);

export const SEARCH: Search = {
  version: 1,
  kinds: ['Residential'],
  order: [{ field: 'ListPrice', direction: 'asc' }],
  lines: [
    { id: 'a', field: 'ListPrice', is: { between: [250_000, 520_000] } },
    { id: 'b', field: 'BedroomsTotal', is: { atLeast: 3 } },
    { id: 'c', field: 'Baths', is: { atLeast: 1.5 } },
    { id: 'd', field: 'PropertySubType', is: { anyOf: ['Single Family Residence', 'Townhouse'] } },
    { id: 'e', field: 'LivingArea', is: { atLeast: 1200 } },
    { id: 'f', field: 'SpecialListingConditions', is: { noneOf: ['Real Estate Owned', 'Auction'] } },
    { id: 'g', field: 'YearBuilt', is: { atLeast: 1940 } },
    { id: 'h', field: 'GarageSpaces', is: { atLeast: 1 } },
    { id: 'i', field: 'LotSizeAcres', is: { atLeast: 0.1 } },
    { id: 'j', field: 'Status', is: { anyOf: ['Active', 'Coming Soon'] } },
  ],
  bounds: [
    { id: 'k', mode: 'in', shape: { type: 'Polygon', coordinates: [KEEP_IN] } },
    { id: 'l', mode: 'out', shape: { type: 'Polygon', coordinates: [KEEP_OUT] } },
  ],
};

/** The search with another highest price, as somebody changes it. */
export function withCeiling(most: number): Search {
  const [price, ...lines] = SEARCH.lines;
  return { ...SEARCH, lines: [{ ...(price as FieldLine), is: { between: [250_000, most] } }, ...lines] };
}

/** The lines above as SQL's conditions; the price's ends are parameters of the statement. */
export const SQL_LINES = (most: number): string[] => [
  `ListPrice BETWEEN 250000 AND ${most}`,
  'BedroomsTotal >= 3',
  'Baths >= 1.5',
  "PropertySubType IN ('Single Family Residence', 'Townhouse')",
  'LivingArea >= 1200',
  "Conditions NOT IN ('Real Estate Owned', 'Auction')",
  'YearBuilt >= 1940',
  'GarageSpaces >= 1',
  'LotSizeAcres >= 0.1',
  "StandardStatus IN ('Active', 'Coming Soon')",
];

export const SQL_REACH = "StandardStatus IN ('Coming Soon', 'Active', 'Active Under Contract', 'Pending', 'Hold')";

/** Three loose lines without bounds, the cheapest first. */
export const BROAD: Search = { ...SEARCH, lines: SEARCH.lines.slice(0, 3), bounds: [] };

/** One listing as the peers hold it: the fields that are searched, one value each. */
export interface PeerRow {
  readonly ListingKey: string;
  readonly PropertySubType: string | null;
  readonly StandardStatus: string;
  readonly ListPrice: number;
  readonly BedroomsTotal: number | null;
  readonly Baths: number | null;
  readonly LivingArea: number | null;
  readonly LotSizeAcres: number | null;
  readonly YearBuilt: number | null;
  readonly GarageSpaces: number | null;
  readonly Conditions: string | null;
  readonly Longitude: number;
  readonly Latitude: number;
}

export function peerRow(record: ListingRecord): PeerRow {
  const number = (field: string): number | null => (typeof record[field] === 'number' ? record[field] : null);
  const text = (field: string): string | null => (typeof record[field] === 'string' ? record[field] : null);
  const conditions = record['SpecialListingConditions'] as readonly string[] | undefined;
  return {
    ListingKey: record.ListingKey,
    PropertySubType: text('PropertySubType'),
    StandardStatus: text('StandardStatus') as string,
    ListPrice: number('ListPrice') as number,
    BedroomsTotal: number('BedroomsTotal'),
    Baths: bathsOf(record),
    LivingArea: number('LivingArea'),
    LotSizeAcres: number('LotSizeAcres'),
    YearBuilt: number('YearBuilt'),
    GarageSpaces: record['GarageYN'] === false && record['GarageSpaces'] == null ? 0 : number('GarageSpaces'),
    Conditions: conditions?.[0] ?? null,
    Longitude: number('Longitude') as number,
    Latitude: number('Latitude') as number,
  };
}

/** A peer's answer in the engine's words: fit, and for each line and both bounds what it holds back and what is blank. */
export interface PeerCount {
  readonly fit: number;
  readonly held: readonly number[];
  readonly blank: readonly number[];
}

export function asPeerCount({ fit, lines, keepIn, keepOut }: Count): PeerCount {
  const all = [...lines, keepIn, keepOut];
  return { fit, held: all.map(({ holdsBack }) => holdsBack), blank: all.map(({ blank }) => blank) };
}

/** Listings that have the same conditions false and the same ones unknown, as bits, and how many they are. */
export interface Alike {
  readonly f: number;
  readonly u: number;
  readonly n: number;
}

/** The count from what `countStatement` gives. */
export function countOfAlike(rows: readonly Alike[], conditions: number): PeerCount {
  const sum = (f: number, u: number): number =>
    rows.filter((row) => row.f === f && row.u === u).reduce((total, { n }) => total + n, 0);
  const each = Array.from({ length: conditions }, (_, i) => 1 << i);
  return { fit: sum(0, 0), held: each.map((bit) => sum(bit, 0)), blank: each.map((bit) => sum(0, bit)) };
}

/**
 * The best statement found for the count: each listing's false and unknown lines as bits, the areas only where at most
 * one line is false, and then how many listings are alike.
 *
 * @param places  the columns that `inside` looks at
 * @param inside  SQL that is 1 where a row lies in a ring of corners, 0 elsewhere
 */
export function countStatement(table: string, most: number, places: string, inside: (ring: readonly Corner[]) => string): string {
  const lines = SQL_LINES(most);
  const bits = (test: string): string =>
    lines.map((line, i) => `(CASE WHEN (${line}) ${test} THEN ${1 << i} ELSE 0 END)`).join(' + ');
  const n = lines.length;
  return `SELECT f, u, COUNT(*) AS n FROM (
    SELECT lf + ${1 << n} * (1 - ${inside(KEEP_IN)}) + ${1 << (n + 1)} * ${inside(KEEP_OUT)} AS f, u FROM (
      SELECT ${places}, ${bits('IS FALSE')} AS lf, ${bits('IS NULL')} AS u FROM ${table} WHERE ${SQL_REACH}
    ) AS judged WHERE BIT_COUNT(lf) <= 1
  ) AS placed GROUP BY f, u`;
}
