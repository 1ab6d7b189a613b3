import type { EntityManager } from 'typeorm';
import { insertRows } from '../common/insertRows.js';
import type { Opening } from './readOthers.js';

/** Writes open houses; what is stored already and as new stays. */
export async function writeOpenings(manager: EntityManager, openings: readonly Opening[]): Promise<void> {
  await insertRows(
    manager,
    'INSERT INTO open_houses (openHouseKey, listingKey, startsAt, endsAt, status, modifiedAt)',
    openings.map(({ key, listingKey, startsAt, endsAt, status, modifiedAt }) => [
      key,
      listingKey,
      startsAt,
      endsAt,
      status,
      modifiedAt,
    ]),
    `ON DUPLICATE KEY UPDATE startsAt = IF(VALUES(modifiedAt) > modifiedAt, VALUES(startsAt), startsAt),
       endsAt = IF(VALUES(modifiedAt) > modifiedAt, VALUES(endsAt), endsAt),
       status = IF(VALUES(modifiedAt) > modifiedAt, VALUES(status), status),
       modifiedAt = GREATEST(modifiedAt, VALUES(modifiedAt))`,
  );
}

/** The listings of which an open house ended after one moment, and by another. */
export async function endedBetween(manager: EntityManager, after: Date, by: Date): Promise<string[]> {
  const rows = await manager.query<{ listingKey: string }[]>(
    'SELECT DISTINCT listingKey FROM open_houses WHERE endsAt > ? AND endsAt <= ?',
    [after, by],
  );
  return rows.map(({ listingKey }) => listingKey);
}
