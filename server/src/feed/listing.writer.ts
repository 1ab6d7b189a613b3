import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { insertRows } from '../common/insertRows.js';
import { SequenceRow } from '../listings/index.js';
import type { ListingRow } from '../listings/index.js';
import { joinHomes, joinOpenHouses } from './joinedFields.js';
import { lockSequence } from './lockSequence.js';
import type { Raw } from './place.js';
import { asideOf } from './readRecord.js';
import type { ReadBatch, ReadListing, Reject } from './readRecord.js';

/** A change of a listing as the feed's own history tells it. */
export interface ReportedChange {
  readonly feedKey: string;
  readonly listingKey: string;
  readonly field: string;
  readonly from: string | null;
  readonly to: string | null;
  readonly at: Date;
}

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

type EventRow = readonly [
  sequence: number,
  listingKey: string,
  field: string,
  from: string | null,
  to: string | null,
  at: Date,
  feedKey: string,
];

/**
 * Writes listings with the events that lead to them, in one transaction and with one rising sequence. A record that
 * comes again or late changes nothing; one that cannot be read is set aside with its reason.
 */
@Injectable()
export class ListingWriter {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
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
    for (const { key, status, price, parcelNumber, modifiedAt, enteredAt, json } of records) {
      const before = known.get(key);
      if (isStored({ modifiedAt }, before)) continue;
      const number = ++sequence.value;
      rows.push([key, number, status, parcelNumber, modifiedAt, 0, source, json]);
      const newsOf = (before ? knownIsNews : isNews) ? number : 0;
      if (!before) events.push([newsOf, key, 'ListingKey', null, key, enteredAt, `${key} entry`]);
      const account = toldOf.get(key) ?? [];
      events.push(...account.map((each) => eventOf(each, newsOf)));
      // what the feed's account leaves out, or is not there to tell; of the past it tells by itself
      if (!before || (told && newsOf === 0)) continue;
      for (const [field, from, to] of [
        ['StandardStatus', before.status, status],
        ['ListPrice', before.price, textOf(price)],
      ] as const)
        if (from !== to && !account.some((each) => each.field === field && each.to === to))
          events.push([newsOf, key, field, from, to, modifiedAt, comparedKey(key, field, modifiedAt)]);
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
      await joinHomes(manager, sequence, [...new Set(records.flatMap((record) => record.parcelNumber ?? []))]);
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

function eventOf({ feedKey, listingKey, field, from, to, at }: ReportedChange, sequence: number): EventRow {
  return [sequence, listingKey, field, from, to, at, feedKey];
}

/** What a change is called that was found by comparing, rather than told by the feed. */
function comparedKey(key: string, field: string, at: Date): string {
  return `${key} ${field} ${at.getTime()}`;
}

/** Of events those that were not written before as found by comparing: a feed's account can come later than its record. */
async function notCompared(manager: EntityManager, events: readonly EventRow[]): Promise<EventRow[]> {
  if (events.length === 0) return [];
  const keyOf = ([, key, field, , , at]: EventRow): string => comparedKey(key, field, at);
  const rows = await manager.query<{ feedKey: string }[]>('SELECT feedKey FROM listing_events WHERE feedKey IN (?)', [
    [...new Set(events.map(keyOf))],
  ]);
  const known = new Set(rows.map(({ feedKey }) => feedKey));
  return events.filter((event) => !known.has(keyOf(event)));
}

/** Events that are there already, by their key, are left as they are. */
async function insertEvents(manager: EntityManager, events: readonly EventRow[]): Promise<void> {
  await insertRows(
    manager,
    'INSERT IGNORE INTO listing_events (sequence, listingKey, field, fromValue, toValue, at, feedKey)',
    events,
  );
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

export function textOf(value: unknown): string | null {
  return value == null ? null : String(value).slice(0, 200);
}
