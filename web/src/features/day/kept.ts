import type { NewVisitNote, RoundDay } from '@perambula/contract';
import { openDB } from 'idb';
import type { DBSchema, IDBPDatabase } from 'idb';

/** A day as it was last read, and by how many milliseconds the server's clock was ahead of this one's. */
export interface KeptDay {
  readonly day: RoundDay;
  readonly ahead: number;
}

/** What was written here and has not reached the server yet. */
export interface Unsent {
  readonly id: string;
  readonly roundId: string;
  /** What is to be kept; null where a note that was sent before is to be taken back. */
  readonly note: Omit<NewVisitNote, 'picture'> | null;
  readonly picture?: Blob;
  /** Why the server would not have it; "" while it was not asked, or could not be. */
  readonly refused: string;
  /** In which order they were written. */
  readonly number: number;
}

interface Tables extends DBSchema {
  days: { key: string; value: KeptDay };
  unsent: { key: string; value: Unsent; indexes: { byRound: string } };
}

const NAME = 'perambula';
/** Days after which a day is not needed on the telephone any more. */
const LONGEST_KEPT = 7;

let opened: Promise<IDBPDatabase<Tables>> | undefined;

/** What is kept on this telephone, in its IndexedDB. */
function kept(): Promise<IDBPDatabase<Tables>> {
  opened ??= openDB<Tables>(NAME, 1, {
    upgrade(database) {
      database.createObjectStore('days');
      database.createObjectStore('unsent', { keyPath: 'id' }).createIndex('byRound', 'roundId');
    },
  });
  return opened;
}

export async function readDay(roundId: string): Promise<KeptDay | undefined> {
  return (await kept()).get('days', roundId);
}

/** Keeps a day as it is now, and no longer those that were over long before. Gives all that are kept. */
export async function keepDay(day: KeptDay): Promise<readonly KeptDay[]> {
  const tables = await kept();
  await tables.put('days', day, day.day.id);
  const all = await tables.getAll('days');
  const oldest = new Date(Date.parse(day.day.now) - LONGEST_KEPT * 86_400_000).toISOString().slice(0, 10);
  const over = all.filter((each) => each.day.on < oldest && each.day.id !== day.day.id);
  for (const each of over) await tables.delete('days', each.day.id);
  return all.filter((each) => !over.includes(each));
}

/** Forgets one day: it is gone, or another's. */
export async function forgetDay(roundId: string): Promise<void> {
  await (await kept()).delete('days', roundId);
}

/** In the order in which they were written. */
export async function readUnsent(roundId: string): Promise<readonly Unsent[]> {
  const all = await (await kept()).getAllFromIndex('unsent', 'byRound', roundId);
  return all.sort((a, b) => a.number - b.number);
}

export async function keepUnsent(unsent: Unsent): Promise<void> {
  await (await kept()).put('unsent', unsent);
}

export async function dropUnsent(id: string): Promise<void> {
  await (await kept()).delete('unsent', id);
}

/** What became of something that was sent: null where it is done with. It may have been written anew meanwhile, and then waits on. */
export async function settleUnsent({ id, number }: Unsent, left: Unsent | null): Promise<void> {
  const table = (await kept()).transaction('unsent', 'readwrite').store;
  if ((await table.get(id))?.number !== number) return;
  await (left ? table.put(left) : table.delete(id));
}

/** Forgets the days of whoever signs out. What was not sent yet stays: nothing that was written is lost. */
export async function forgetDays(): Promise<void> {
  await (await kept()).clear('days');
  if ('caches' in globalThis) await caches.delete('day');
}
