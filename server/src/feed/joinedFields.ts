import { forSaleSince } from '@perambula/core';
import type { Spell } from '@perambula/core';
import type { EntityManager } from 'typeorm';
import type { SequenceRow } from '../listings/index.js';

/**
 * What a listing's own record does not hold, and no feed or file can bring: since when the home has really been for sale
 * (an ISO date, where that is before the listing's own first day), told by the parcel's other listings; and when the next
 * open house begins (ISO 8601 in UTC).
 */
export const JOINED_FIELDS = ['ForSaleSince', 'NextOpenHouse'] as const;
type JoinedField = (typeof JOINED_FIELDS)[number];

interface Sibling {
  readonly listingKey: string;
  readonly parcelNumber: string;
  readonly status: string;
  readonly kind: string;
  readonly from: string | null;
  readonly to: string | null;
  readonly held: string | null;
}

interface Opening {
  readonly listingKey: string;
  readonly held: string | null;
  readonly next: Date | null;
}

/**
 * Puts into listings since when their home is for sale.
 *
 * @param anewAfter  days off the market from which on a home counts as offered anew
 * @param parcels  whose listings may have changed; null for all
 */
export async function joinHomes(
  manager: EntityManager,
  sequence: SequenceRow,
  anewAfter: number,
  parcels: readonly string[] | null,
): Promise<void> {
  if (parcels?.length === 0) return;
  const siblings = await manager.query<Sibling[]>(
    `SELECT listingKey, parcelNumber, standardStatus AS status, JSON_VALUE(data, '$.PropertyType') AS kind,
       JSON_VALUE(data, '$.OnMarketDate') AS \`from\`, JSON_VALUE(data, '$.ForSaleSince') AS held,
       COALESCE(JSON_VALUE(data, '$.CloseDate'), JSON_VALUE(data, '$.WithdrawnDate'), JSON_VALUE(data, '$.CancellationDate'),
         IF(standardStatus = 'Expired', JSON_VALUE(data, '$.ExpirationDate'), NULL)) AS \`to\`
     FROM listings WHERE removed = 0 AND parcelNumber ${parcels ? 'IN (?)' : 'IS NOT NULL'}`,
    parcels ? [parcels] : [],
  );
  const since = sinceByKey(siblings, anewAfter);
  await put(
    manager,
    sequence,
    'ForSaleSince',
    siblings.map(({ listingKey, held }) => ({ listingKey, held, value: since.get(listingKey) ?? null })),
  );
}

/**
 * Puts into listings when their next open house is: the first that has not ended.
 *
 * @param keys  of the listings that may have changed; null for all
 */
export async function joinOpenHouses(
  manager: EntityManager,
  sequence: SequenceRow,
  now: Date,
  keys: readonly string[] | null,
): Promise<void> {
  if (keys?.length === 0) return;
  const openings = await manager.query<Opening[]>(
    `SELECT l.listingKey, JSON_VALUE(l.data, '$.NextOpenHouse') AS held,
       MIN(IF(o.status = 'Active' AND o.endsAt > ?, o.startsAt, NULL)) AS next
     FROM open_houses o JOIN listings l USING (listingKey)
     WHERE l.removed = 0 ${keys ? 'AND l.listingKey IN (?)' : ''} GROUP BY l.listingKey`,
    keys ? [now, keys] : [now],
  );
  await put(
    manager,
    sequence,
    'NextOpenHouse',
    openings.map(({ listingKey, held, next }) => ({ listingKey, held, value: next?.toISOString() ?? null })),
  );
}

async function put(
  manager: EntityManager,
  sequence: SequenceRow,
  field: JoinedField,
  all: readonly { readonly listingKey: string; readonly held: string | null; readonly value: string | null }[],
): Promise<void> {
  for (const { listingKey, held, value } of all) {
    if (held === value) continue;
    sequence.value++;
    const data = value === null ? `JSON_REMOVE(data, '$.${field}')` : `JSON_SET(data, '$.${field}', ?)`;
    await manager.query(`UPDATE listings SET sequence = ?, data = ${data} WHERE listingKey = ?`, [
      sequence.value,
      ...(value === null ? [] : [value]),
      listingKey,
    ]);
  }
}

/** Since when each home has been for sale, for those whose listing does not say so itself. */
function sinceByKey(siblings: readonly Sibling[], anewAfter: number): Map<string, string> {
  const homes = new Map<string, Sibling[]>();
  for (const sibling of siblings) {
    // a home to rent is not the same home for sale
    const home = `${sibling.parcelNumber} ${sibling.kind === 'Residential Lease'}`;
    const others = homes.get(home);
    if (others) others.push(sibling);
    else homes.set(home, [sibling]);
  }
  const since = new Map<string, string>();
  for (const home of homes.values()) {
    const spells = home.flatMap((sibling) => spellOf(sibling) ?? []);
    for (const { listingKey, spell } of spells) {
      const others = spells.filter((other) => other.spell !== spell).map((other) => other.spell);
      const first = forSaleSince(spell, others, anewAfter);
      if (first !== spell.from) since.set(listingKey, first);
    }
  }
  return since;
}

function spellOf({ listingKey, from, to, status }: Sibling): { listingKey: string; spell: Spell } | null {
  return from === null ? null : { listingKey, spell: { from, to, isSold: status === 'Closed' } };
}
