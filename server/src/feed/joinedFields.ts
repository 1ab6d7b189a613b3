import { forSaleSince } from '@perambula/core';
import type { Spell } from '@perambula/core';
import type { EntityManager } from 'typeorm';
import { lockSequence } from './lockSequence.js';

/** What a listing's own record does not hold: told by the parcel's other listings, and by the open houses announced. */
export interface Joined {
  /** ISO date; null where it is the day that the listing itself came on the market. */
  readonly ForSaleSince: string | null;
  /** When the next open house begins, ISO 8601 in UTC; null where none is announced. */
  readonly NextOpenHouse: string | null;
}

/** The fields that are joined here, and that no feed or file can bring. */
export const JOINED_FIELDS: ReadonlySet<string> = new Set<keyof Joined>(['ForSaleSince', 'NextOpenHouse']);

interface Sibling {
  readonly listingKey: string;
  readonly parcelNumber: string;
  readonly status: string;
  readonly kind: string;
  readonly from: string | null;
  readonly to: string | null;
}

const SIBLINGS = `SELECT listingKey, parcelNumber, standardStatus AS status, JSON_VALUE(data, '$.PropertyType') AS kind,
  JSON_VALUE(data, '$.OnMarketDate') AS \`from\`,
  COALESCE(JSON_VALUE(data, '$.CloseDate'), JSON_VALUE(data, '$.WithdrawnDate'), JSON_VALUE(data, '$.CancellationDate'),
    IF(standardStatus = 'Expired', JSON_VALUE(data, '$.ExpirationDate'), NULL)) AS \`to\`
  FROM listings WHERE removed = 0 AND parcelNumber IS NOT NULL`;

/** What was joined to a record as JSON; `json` is an object of one field at least. */
export function withJoined(json: Buffer, joined: Joined | undefined): Buffer {
  const fields = Object.entries(joined ?? {}).filter(([, value]) => value !== null);
  if (fields.length === 0) return json;
  return Buffer.concat([json.subarray(0, -1), Buffer.from(`,${JSON.stringify(Object.fromEntries(fields)).slice(1)}`)]);
}

/** Joins the records of some listings that are stored anew; `records` say what will be stored of them. */
export async function joinedOf(
  manager: EntityManager,
  records: readonly { readonly key: string; readonly parcelNumber: string | null; readonly json: Buffer }[],
  now: Date,
): Promise<Map<string, Joined>> {
  const parcels = [...new Set(records.flatMap(({ parcelNumber }) => parcelNumber ?? []))];
  const stored = parcels.length === 0 ? [] : await manager.query<Sibling[]>(`${SIBLINGS} AND parcelNumber IN (?)`, [parcels]);
  const coming = records.flatMap((record) => siblingOf(record) ?? []);
  const keys = new Set(coming.map(({ listingKey }) => listingKey));
  const since = sinceByKey([...stored.filter(({ listingKey }) => !keys.has(listingKey)), ...coming]);
  const visits = await nextOpenHouses(manager, now, [...keys]);
  return new Map(
    records.map(({ key }) => [key, { ForSaleSince: since.get(key) ?? null, NextOpenHouse: visits.get(key) ?? null }]),
  );
}

/** Joins all listings by their parcels: once, after a first load, which writes them one by one. */
export async function joinParcels(manager: EntityManager): Promise<void> {
  const since = sinceByKey(await manager.query<Sibling[]>(SIBLINGS));
  const held = await manager.query<{ listingKey: string; value: string }[]>(
    "SELECT listingKey, JSON_VALUE(data, '$.ForSaleSince') AS value FROM listings WHERE removed = 0 HAVING value IS NOT NULL",
  );
  await putDiffering(manager, 'ForSaleSince', new Map(held.map(({ listingKey, value }) => [listingKey, value])), since);
}

/** Puts into the listings when their next open house is, as time goes on and as they are announced and called off. */
export async function joinOpenHouses(manager: EntityManager, now: Date): Promise<void> {
  const held = await manager.query<{ listingKey: string; value: string | null }[]>(
    `SELECT listingKey, JSON_VALUE(data, '$.NextOpenHouse') AS value FROM listings
     WHERE removed = 0 AND listingKey IN (SELECT listingKey FROM open_houses)`,
  );
  const there = new Set(held.map(({ listingKey }) => listingKey));
  const next = [...(await nextOpenHouses(manager, now))].filter(([key]) => there.has(key));
  const before = held.flatMap(({ listingKey, value }): [string, string][] => (value === null ? [] : [[listingKey, value]]));
  await putDiffering(manager, 'NextOpenHouse', new Map(before), new Map(next));
}

/** By listing, the start of the first open house that has not ended. */
async function nextOpenHouses(manager: EntityManager, now: Date, keys?: readonly string[]): Promise<Map<string, string>> {
  if (keys?.length === 0) return new Map();
  const rows = await manager.query<{ listingKey: string; startsAt: Date }[]>(
    `SELECT listingKey, MIN(startsAt) AS startsAt FROM open_houses
     WHERE status = 'Active' AND endsAt > ? ${keys ? 'AND listingKey IN (?)' : ''} GROUP BY listingKey`,
    keys ? [now, keys] : [now],
  );
  return new Map(rows.map(({ listingKey, startsAt }) => [listingKey, startsAt.toISOString()]));
}

async function putDiffering(
  manager: EntityManager,
  field: keyof Joined,
  before: ReadonlyMap<string, string>,
  after: ReadonlyMap<string, string>,
): Promise<void> {
  const changed = [...new Set([...before.keys(), ...after.keys()])].filter((key) => before.get(key) !== after.get(key));
  if (changed.length === 0) return;
  const sequence = await lockSequence(manager);
  for (const key of changed) {
    sequence.value++;
    const value = after.get(key);
    const put = value === undefined ? `JSON_REMOVE(data, '$.${field}')` : `JSON_SET(data, '$.${field}', ?)`;
    await manager.query(`UPDATE listings SET sequence = ?, data = ${put} WHERE listingKey = ?`, [
      sequence.value,
      ...(value === undefined ? [] : [value]),
      key,
    ]);
  }
  await manager.save(sequence);
}

/** Since when each home has been for sale, for those whose listing does not say so itself. */
function sinceByKey(siblings: readonly Sibling[]): Map<string, string> {
  const homes = new Map<string, Sibling[]>();
  for (const sibling of siblings) {
    // a home to rent is not the same home for sale
    const home = `${sibling.parcelNumber} ${sibling.kind === 'Residential Lease'}`;
    homes.set(home, [...(homes.get(home) ?? []), sibling]);
  }
  const since = new Map<string, string>();
  for (const home of homes.values()) {
    if (home.length < 2) continue;
    for (const one of home) {
      const spell = spellOf(one);
      if (!spell) continue;
      const first = forSaleSince(
        spell,
        home.filter((other) => other !== one).flatMap((other) => spellOf(other) ?? []),
      );
      if (first !== spell.from) since.set(one.listingKey, first);
    }
  }
  return since;
}

function spellOf({ from, to, status }: Sibling): Spell | null {
  return from === null ? null : { from, to, isSold: status === 'Closed' };
}

function siblingOf({ key, parcelNumber, json }: { key: string; parcelNumber: string | null; json: Buffer }): Sibling | null {
  if (parcelNumber === null) return null;
  const record = JSON.parse(json.toString()) as Record<string, string | null | undefined>;
  const { StandardStatus: status, PropertyType: kind } = record;
  const to =
    record['CloseDate'] ??
    record['WithdrawnDate'] ??
    record['CancellationDate'] ??
    (status === 'Expired' ? record['ExpirationDate'] : null);
  return {
    listingKey: key,
    parcelNumber,
    status: String(status),
    kind: String(kind),
    from: record['OnMarketDate'] ?? null,
    to: to ?? null,
  };
}
