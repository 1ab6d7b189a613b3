import { setTimeout as pause } from 'node:timers/promises';
import type { DataSource, EntityManager } from 'typeorm';

/** How often a transaction is tried before its deadlock is told. */
const TRIES = 5;

/**
 * Runs work that does nothing but read and write the database, in one transaction. Where MariaDB takes it back because it
 * and another held rows the other waited for (ER_LOCK_DEADLOCK), it is done again, as MariaDB's manual asks for; nothing of
 * the first try is left. Work that does something outside the database may be done twice and belongs into
 * `database.transaction`.
 */
export async function inTransaction<T>(database: DataSource, work: (manager: EntityManager) => Promise<T>): Promise<T> {
  for (let left = TRIES - 1; ; left--) {
    try {
      return await database.transaction(work);
    } catch (error) {
      if (left === 0 || (error as { code?: unknown } | null)?.code !== 'ER_LOCK_DEADLOCK') throw error;
      await pause(10 + Math.random() * 40);
    }
  }
}
