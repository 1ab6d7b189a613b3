import { Inject, Injectable } from '@nestjs/common';
import type { ListingRecord } from '@perambula/core';
import { DataSource, In } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { ifFree } from '../common/locked.js';
import { ListingEventRow, ListingRow, SequenceRow } from '../listings/index.js';
import { FeedCursorRow, FeedRejectRow } from './feed.entity.js';
import { readRecord } from './readRecord.js';

type Raw = Readonly<Record<string, unknown>>;

const TRACKED = ['StandardStatus', 'ListPrice'] as const;
const BEGINNING = '1970-01-01T00:00:00.000Z';

/**
 * Reads listings from a RESO Web API: all of them once, then what was modified since. It can stop anywhere;
 * a record that comes again or late changes nothing twice, one that cannot be read is set aside.
 */
@Injectable()
export class FeedReader {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** @returns how many listings changed; 0 also when another server is reading */
  async pull(): Promise<number> {
    return (await ifFree(this.database, 'feed', () => this.read())) ?? 0;
  }

  private async read(): Promise<number> {
    const cursors = this.database.getRepository(FeedCursorRow);
    const cursor =
      (await cursors.findOneBy({ resource: 'Property' })) ??
      cursors.create({ resource: 'Property', modifiedAt: BEGINNING, lastKey: '', firstLoadDone: false });
    if (!cursor.firstLoadDone) await this.readHistory();
    let changed = 0;
    for (;;) {
      // one step of the clock holds several records with one timestamp: the key tells those already read from the rest
      const filter = `ModificationTimestamp gt ${cursor.modifiedAt} or (ModificationTimestamp eq ${cursor.modifiedAt} and ListingKey gt '${cursor.lastKey}')`;
      const { value, more } = await this.page(
        `Property?$filter=${encodeURIComponent(filter)}&$orderby=ModificationTimestamp,ListingKey&$top=1000`,
      );
      const last = value[value.length - 1];
      changed += await this.database.transaction(async (manager) => {
        const written = await this.write(manager, value, cursor.firstLoadDone);
        if (last)
          Object.assign(cursor, { modifiedAt: String(last['ModificationTimestamp']), lastKey: String(last['ListingKey']) });
        if (!more) cursor.firstLoadDone = true;
        await manager.save(FeedCursorRow, cursor);
        return written;
      });
      if (!more) return changed;
    }
  }

  /** The feed's own account of past changes, taken once, so that a listing's history reaches back before the first load. */
  private async readHistory(): Promise<void> {
    const events = this.database.getRepository(ListingEventRow);
    await events.delete({ sequence: 0 });
    let path: string | null = 'HistoryTransactional?$orderby=ModificationTimestamp';
    while (path) {
      const { value, next }: { value: readonly Raw[]; next: string | null } = await this.page(path);
      const rows = value.map((row) => ({
        sequence: 0,
        listingKey: String(row['ResourceRecordKey']),
        field: String(row['FieldName']),
        fromValue: textOf(row['PreviousValue']),
        toValue: textOf(row['NewValue']),
        at: new Date(String(row['ModificationTimestamp'])),
      }));
      if (rows.length > 0) await events.insert(rows);
      path = next;
    }
  }

  private async write(manager: EntityManager, raws: readonly Raw[], isNews: boolean): Promise<number> {
    const records: ListingRecord[] = [];
    for (const raw of raws) {
      try {
        records.push(readRecord(raw));
      } catch (error) {
        await manager.save(FeedRejectRow, {
          listingKey: String(raw['ListingKey'] ?? '?').slice(0, 60),
          reason: (error as Error).message.slice(0, 300),
          record: JSON.stringify(raw),
          at: this.clock.date(),
        });
      }
    }
    if (records.length === 0) return 0;
    const sequence = await manager.findOneOrFail(SequenceRow, { where: { id: 1 }, lock: { mode: 'pessimistic_write' } });
    const known = new Map(
      (await manager.findBy(ListingRow, { listingKey: In(records.map(({ ListingKey }) => ListingKey)) })).map((row) => [
        row.listingKey,
        row,
      ]),
    );
    const rows: Partial<ListingRow>[] = [];
    const events: Partial<ListingEventRow>[] = [];
    for (const record of records) {
      const before = known.get(record.ListingKey);
      const modifiedAt = new Date(String(record['ModificationTimestamp']));
      if (before && before.modifiedAt >= modifiedAt) continue;
      sequence.value++;
      rows.push({
        listingKey: record.ListingKey,
        sequence: sequence.value,
        standardStatus: String(record['StandardStatus']),
        parcelNumber: textOf(record['ParcelNumber']),
        modifiedAt,
        removed: false,
        data: record,
      });
      const event = (field: string, from: unknown, to: unknown, at: Date): unknown =>
        events.push({
          sequence: isNews ? sequence.value : 0,
          listingKey: record.ListingKey,
          field,
          fromValue: textOf(from),
          toValue: textOf(to),
          at,
        });
      if (!before)
        event(
          'ListingKey',
          null,
          record.ListingKey,
          isNews ? modifiedAt : new Date(String(record['OriginalEntryTimestamp'] ?? record['ModificationTimestamp'])),
        );
      else
        for (const field of TRACKED)
          if (before.data[field] !== record[field]) event(field, before.data[field], record[field], modifiedAt);
    }
    if (rows.length === 0) return 0;
    await manager.upsert(ListingRow, rows, ['listingKey']);
    if (events.length > 0) await manager.insert(ListingEventRow, events);
    await manager.save(SequenceRow, sequence);
    return rows.length;
  }

  private async page(path: string): Promise<{ value: readonly Raw[]; more: boolean; next: string | null }> {
    const url = path.startsWith('http') ? path : `${this.config.feed.url}/odata/${path}`;
    const response = await fetch(url, {
      headers: { authorization: `Bearer ${this.config.feed.token}` },
      signal: AbortSignal.timeout(30_000),
    });
    if (!response.ok) throw new Error(`The feed answered ${response.status} to ${url}`);
    const body = (await response.json()) as { value: readonly Raw[]; '@odata.nextLink'?: string };
    const next = body['@odata.nextLink'] ?? null;
    return { value: body.value, more: next !== null, next };
  }
}

function textOf(value: unknown): string | null {
  return value == null ? null : String(value).slice(0, 200);
}
