import { Inject, Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { insertRows } from '../common/insertRows.js';
import { SequenceRow } from '../listings/index.js';
import type { ListingRow } from '../listings/index.js';
import { joinHomes, joinOpenHouses } from './joinedFields.js';
import { comparedKey, eventOf, insertEvents, notCompared, textOf } from './listingEvents.js';
import type { EventRow, ReportedChange } from './listingEvents.js';
import { lockSequence } from './lockSequence.js';
import type { Raw } from './place.js';
import { asideOf } from './readRecord.js';
import type { ReadBatch, ReadListing, Reject } from './readRecord.js';

export interface WriteCounts {
  readonly added: number;
  readonly changed: number;
}

/** How listings are written. */
export interface Writing {
  readonly told: readonly ReportedChange[] | null;
  readonly isNews: boolean;
  readonly knownIsNews?: boolean;
  readonly source?: ListingRow['source'];
}

interface Known {
  readonly listingKey: string;
  readonly modifiedAt: Date;
  readonly removed: number;
  readonly status: string | null;
  readonly price: string | null;
}

/**
 * Writes listings with the events that lead to them, in one transaction and with one rising sequence. A record that
 * comes again or late changes nothing; one that cannot be read is set aside with its reason.
 */
@Injectable()
export class ListingWriter {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    @Inject(CONFIG) private readonly config: Pick<Config, 'anewAfterDays'>,
  ) {}

  /**
   * @param told the feed's own account of these listings' changes; of what it does not tell, status and price are compared
   * @param isNews whether anybody may be told of them; a first load is not news
   * @param knownIsNews whether anybody may be told of what changed of those that are stored already
   * @param also what must be written in the same transaction
   */
  async write(
    { records, rejects }: Omit<ReadBatch, 'gone'>,
    { also, ...how }: Writing & { also?: (manager: EntityManager) => Promise<unknown> },
  ): Promise<WriteCounts> {
    return this.database.transaction(async (manager) => {
      const counts = await this.writeRecords(manager, latestOf(records), how);
      await setAside(manager, rejects, this.clock.date());
      await also?.(manager);
      return counts;
    });
  }

  /**
   * Writes a page as `write` does; where the database refuses a record of it, that one is set aside and all others are
   * written.
   */
  async writePage(batch: Omit<ReadBatch, 'gone'>, how: Parameters<ListingWriter['write']>[1]): Promise<WriteCounts> {
    try {
      return await this.write(batch, how);
    } catch (error) {
      const { records, rejects } = batch;
      const [first] = records;
      if (!first || !isRefusal(error)) throw error;
      if (records.length === 1) {
        const raw = JSON.parse(first.json.toString()) as Raw;
        return this.write({ records: [], rejects: [...rejects, asideOf(raw, (error as Error).message)] }, how);
      }
      const middle = records.length >> 1;
      const { also: _also, ...firstHalf } = how;
      const one = await this.writePage({ records: records.slice(0, middle), rejects: [] }, firstHalf);
      const other = await this.writePage({ records: records.slice(middle), rejects }, how);
      return { added: one.added + other.added, changed: one.changed + other.changed };
    }
  }

  /** Of listings read those that are not stored as they are. */
  async fresh(records: readonly ReadListing[]): Promise<ReadListing[]> {
    if (records.length === 0) return [];
    const stored = new Map(
      (
        await this.database.query<Pick<Known, 'listingKey' | 'modifiedAt' | 'removed'>[]>(
          'SELECT listingKey, modifiedAt, removed FROM listings WHERE listingKey IN (?)',
          [records.map(({ key }) => key)],
        )
      ).map((row) => [row.listingKey, row]),
    );
    return records.filter((record) => !isStored(record, stored.get(record.key)));
  }

  /** Writes changes that came before any listing was read; they are nobody's news. */
  async writePast(told: readonly ReportedChange[], also: (manager: EntityManager) => Promise<unknown>): Promise<void> {
    await this.database.transaction(async (manager) => {
      await insertEvents(
        manager,
        told.map((each) => eventOf(each, 0)),
      );
      await also(manager);
    });
  }

  /** Marks listings that the feed no longer has; of those that are not here nothing is said. */
  async remove(gone: readonly string[]): Promise<void> {
    if (gone.length === 0) return;
    await this.database.transaction(async (manager) => {
      const sequence = await lockSequence(manager);
      const rows = await manager.query<{ listingKey: string }[]>(
        "SELECT listingKey FROM listings WHERE listingKey IN (?) AND removed = 0 AND source = 'feed'",
        [gone],
      );
      if (rows.length === 0) return;
      const keys = rows.map(({ listingKey }) => listingKey);
      const events: EventRow[] = [];
      for (const key of keys) {
        sequence.value++;
        await manager.query('UPDATE listings SET removed = 1, sequence = ? WHERE listingKey = ?', [sequence.value, key]);
        const at = this.clock.date();
        events.push([sequence.value, key, 'Removed', 'false', 'true', at, `${key} removed ${at.getTime()}`]);
      }
      const homes = await manager.query<{ parcelNumber: string }[]>(
        'SELECT DISTINCT parcelNumber FROM listings WHERE listingKey IN (?) AND parcelNumber IS NOT NULL',
        [keys],
      );
      await joinHomes(
        manager,
        sequence,
        this.config.anewAfterDays,
        homes.map(({ parcelNumber }) => parcelNumber),
      );
      await insertEvents(manager, events);
      await manager.save(SequenceRow, sequence);
    });
  }

  private async writeRecords(
    manager: EntityManager,
    records: readonly ReadListing[],
    { told, isNews, knownIsNews = isNews, source = 'feed' }: Writing,
  ): Promise<WriteCounts> {
    if (records.length === 0) return { added: 0, changed: 0 };
    const sequence = await lockSequence(manager);
    const known = new Map(
      (
        await manager.query<Known[]>(
          "SELECT listingKey, modifiedAt, removed, standardStatus AS status, JSON_VALUE(data, '$.ListPrice') AS price FROM listings WHERE listingKey IN (?)",
          [records.map(({ key }) => key)],
        )
      ).map((row) => [row.listingKey, row]),
    );
    const rows: unknown[][] = [];
    const events: EventRow[] = [];
    const toldOf = new Map<string, ReportedChange[]>();
    for (const each of told ?? []) toldOf.set(each.listingKey, [...(toldOf.get(each.listingKey) ?? []), each]);
    for (const record of records) {
      const { key, status, parcelNumber, modifiedAt, json } = record;
      const before = known.get(key);
      if (isStored({ modifiedAt }, before)) continue;
      const number = ++sequence.value;
      rows.push([key, number, status, parcelNumber, modifiedAt, 0, source, json]);
      const newsOf = (before ? knownIsNews : isNews) ? number : 0;
      events.push(...eventsOf(record, before, newsOf, toldOf.get(key) ?? [], told !== null));
    }
    if (rows.length === 0) return { added: 0, changed: 0 };
    await insertRows(
      manager,
      'INSERT INTO listings (listingKey, sequence, standardStatus, parcelNumber, modifiedAt, removed, source, data)',
      rows,
      `ON DUPLICATE KEY UPDATE sequence = VALUES(sequence), standardStatus = VALUES(standardStatus), parcelNumber = VALUES(parcelNumber),
         modifiedAt = VALUES(modifiedAt), removed = 0, source = VALUES(source), data = VALUES(data)`,
    );
    await insertEvents(manager, await notCompared(manager, events));
    // a first load is joined at its end, all at once
    if (isNews) {
      await joinHomes(manager, sequence, this.config.anewAfterDays, [
        ...new Set(records.flatMap((record) => record.parcelNumber ?? [])),
      ]);
      await joinOpenHouses(
        manager,
        sequence,
        this.clock.date(),
        records.map(({ key }) => key),
      );
    }
    if ((await manager.query<unknown[]>('SELECT 1 FROM feed_rejects LIMIT 1')).length > 0)
      await manager.query('DELETE FROM feed_rejects WHERE listingKey IN (?)', [rows.map(([key]) => key)]);
    await manager.save(SequenceRow, sequence);
    const added = records.filter(({ key }) => !known.has(key)).length;
    return { added, changed: rows.length - added };
  }
}

/**
 * What a record says happened to its listing.
 *
 * @param number   the sequence number of the news, 0 where it is none
 * @param account  the feed's own account of it
 * @param tellsPast  whether the feed keeps an account at all; of the past it tells by itself
 */
function eventsOf(
  { key, status, price, modifiedAt, enteredAt }: ReadListing,
  before: Known | undefined,
  number: number,
  account: readonly ReportedChange[],
  tellsPast: boolean,
): EventRow[] {
  const told = account.map((each) => eventOf(each, number));
  if (!before) return [[number, key, 'ListingKey', null, key, enteredAt, `${key} entry`], ...told];
  if (tellsPast && number === 0) return told;
  // what the feed's account leaves out, or is not there to tell
  const compared = (
    [
      ['StandardStatus', before.status, status],
      ['ListPrice', before.price, textOf(price)],
    ] as const
  ).flatMap(([field, from, to]): EventRow[] =>
    from === to || account.some((each) => each.field === field && each.to === to)
      ? []
      : [[number, key, field, from, to, modifiedAt, comparedKey(key, field, modifiedAt)]],
  );
  return [...told, ...compared];
}

/** Whether what is stored of a listing is as new as a record of it. */
function isStored(
  { modifiedAt }: Pick<ReadListing, 'modifiedAt'>,
  known: Pick<Known, 'modifiedAt' | 'removed'> | undefined,
): boolean {
  return known?.removed === 0 && known.modifiedAt >= modifiedAt;
}

/** Of each listing's records the latest, in their order. */
function latestOf(records: readonly ReadListing[]): ReadListing[] {
  const latest = new Map<string, ReadListing>();
  for (const record of records) {
    const other = latest.get(record.key);
    if (!other || other.modifiedAt <= record.modifiedAt) latest.set(record.key, record);
  }
  return [...latest.values()].sort((a, b) => a.modifiedAt.getTime() - b.modifiedAt.getTime());
}

/** Keeps what could not be read, with the reason. */
export async function setAside(manager: EntityManager, rejects: readonly Reject[], at: Date): Promise<void> {
  if (rejects.length === 0) return;
  await manager.query('REPLACE INTO feed_rejects (listingKey, reason, record, at) VALUES ?', [
    rejects.map(({ listingKey, reason, record }) => [listingKey, reason, record, at]),
  ]);
}

/** What MariaDB says of a value that a column cannot hold; anything else that fails may be over the next time. */
const REFUSALS: ReadonlySet<unknown> = new Set([
  'ER_BAD_NULL_ERROR',
  'ER_DATA_TOO_LONG',
  'ER_TRUNCATED_WRONG_VALUE',
  'ER_TRUNCATED_WRONG_VALUE_FOR_FIELD',
  'ER_WARN_DATA_OUT_OF_RANGE',
  'ER_INVALID_CHARACTER_STRING',
]);

function isRefusal(error: unknown): boolean {
  return REFUSALS.has((error as { code?: unknown }).code);
}
