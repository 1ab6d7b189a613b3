import { readFile } from 'node:fs/promises';
import { Injectable } from '@nestjs/common';
import type { FileReport } from '@perambula/contract';
import { readListingFile } from '@perambula/core';
import type { ListingFile, ListingRecord, Refusal } from '@perambula/core';
import { DataSource, In } from 'typeorm';
import { Clock } from '../clock/index.js';
import { goOn } from '../common/requestBudget.js';
import { Failure } from '../common/failure.js';
import { Surroundings } from '../common/surroundings.js';
import { ListingRow, ownKey } from '../listings/index.js';
import type { Raw } from './place.js';
import { ListingWriter } from './listing.writer.js';
import type { WriteCounts } from './listing.writer.js';
import { MOST_OWN, OwnListings } from './own.listings.js';
import { readBatch, readRecord } from './readRecord.js';
import type { ReadBatch, ReadListing } from './readRecord.js';

const BATCH = 500;

/** What is stored of a listing that a file names. */
interface Stored {
  readonly data: ListingRecord;
  readonly removed: boolean;
  readonly isOfFeed: boolean;
}

/** Where the listings of a file go. */
interface Shelf {
  /** The ListingKey that a listing has there. */
  readonly keyOf: (key: string) => string;
  readonly stored: (keys: readonly string[]) => Promise<ReadonlyMap<string, Stored>>;
  readonly write: (batch: ReadBatch) => Promise<WriteCounts>;
  /** How many more listings it takes. */
  readonly room: number;
}

/** Listings from a file, for everybody or for one agent; they go through the same door as a feed's. Done at the desk. */
@Injectable()
export class ListingImport {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly writer: ListingWriter,
    private readonly own: OwnListings,
    private readonly surroundings: Surroundings,
  ) {}

  /**
   * @param path  of the file, UTF-8
   * @param agentId  the agent who alone sees its listings; null where everybody does
   */
  async run(path: string, agentId: string | null): Promise<FileReport> {
    const shelf = agentId === null ? this.shelfOfAll() : await this.shelfOf(agentId);
    let { room } = shelf;
    const { listings, fields, refused } = readWhole(await readFile(path, 'utf8'));
    const refusals: Refusal[] = [...refused];
    let [added, changed, same] = [0, 0, 0];
    for (let i = 0; i < listings.length; i += BATCH) {
      goOn();
      const batch = listings.slice(i, i + BATCH);
      const keys = batch.map(({ record }) => shelf.keyOf(String(record['ListingKey'])));
      const known = await shelf.stored(keys);
      const news: Raw[] = [];
      for (const [n, { at, record }] of batch.entries()) {
        const [key, listingKey] = [String(record['ListingKey']), keys[n] as string];
        const before = known.get(listingKey);
        const raw = this.complete({ ...record, ListingKey: listingKey, ListingId: record['ListingId'] ?? key }, before);
        const read = before?.isOfFeed
          ? 'it is one of the feed’s own listings'
          : readOrReason(raw, this.surroundings, this.clock.now());
        if (typeof read === 'string') refusals.push({ at, listingKey: key, reason: read });
        else if (before && !before.removed && saysTheSame(read, before.data)) same++;
        else if (!before && room-- <= 0) refusals.push({ at, listingKey: key, reason: `more than ${MOST_OWN} of your own` });
        else news.push(raw);
      }
      const written = await shelf.write(readBatch(news, this.surroundings, this.clock.now()));
      added += written.added;
      changed += written.changed;
    }
    const read = listings.length + refused.length;
    return { read, added, changed, same, refused: refusals.sort((a, b) => a.at - b.at), fields };
  }

  private shelfOfAll(): Shelf {
    return {
      keyOf: (key) => key,
      stored: async (keys) => {
        const rows = await this.database.getRepository(ListingRow).findBy({ listingKey: In([...keys]) });
        return new Map(rows.map(({ listingKey, source, ...row }) => [listingKey, { ...row, isOfFeed: source === 'feed' }]));
      },
      write: (batch) => this.writer.write(batch, { told: null, isNews: true, source: 'file' }),
      room: Infinity,
    };
  }

  private async shelfOf(agentId: string): Promise<Shelf> {
    const { listings, most } = await this.own.state(agentId);
    return {
      keyOf: (key) => ownKey(agentId, key),
      stored: async (keys) => {
        const stored = await this.own.stored(agentId, keys);
        return new Map([...stored].map(([key, data]) => [key, { data, removed: false, isOfFeed: false }]));
      },
      write: ({ records }) => this.own.write(agentId, records),
      room: most - listings,
    };
  }

  /** A file need not say when its listings changed: then they did so now, and entered when they were first read. */
  private complete(record: Raw, before: Stored | undefined): Raw {
    const now = this.clock.date().toISOString();
    const entered = before?.data['OriginalEntryTimestamp'] ?? now;
    return { OriginatingSystemName: 'A file', OriginalEntryTimestamp: entered, ModificationTimestamp: now, ...record };
  }
}

function readWhole(text: string): ListingFile {
  try {
    return readListingFile(text);
  } catch (error) {
    throw new Failure('file.unreadable', (error as Error).message);
  }
}

function readOrReason(raw: Raw, surroundings: Surroundings, now: number): ReadListing | string {
  try {
    return readRecord(raw, surroundings, now);
  } catch (error) {
    return (error as Error).message;
  }
}

/** Whether a record is what is stored, but for the moment it was read at. */
function saysTheSame({ json }: ReadListing, stored: Raw): boolean {
  const said = (record: Raw): string =>
    JSON.stringify(
      Object.entries(record)
        .filter(([field, value]) => field !== 'ModificationTimestamp' && value != null)
        .sort(([a], [b]) => (a < b ? -1 : 1)),
    );
  return said(JSON.parse(json.toString()) as Raw) === said(stored);
}
