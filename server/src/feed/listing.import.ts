import { readFile } from 'node:fs/promises';
import { Injectable } from '@nestjs/common';
import type { FileReport } from '@perambula/contract';
import { readListingFile } from '@perambula/core';
import type { ListingFile, Refusal } from '@perambula/core';
import { DataSource, In } from 'typeorm';
import { Clock } from '../clock/index.js';
import { goOn } from '../common/asking.js';
import { Failure } from '../common/failure.js';
import { Surroundings } from '../common/surroundings.js';
import { ListingRow } from '../listings/index.js';
import type { Raw } from './feed.source.js';
import { ListingWriter } from './listing.writer.js';
import { readBatch, readRecord } from './readRecord.js';
import type { ReadListing } from './readRecord.js';

const BATCH = 500;

/** Listings from a file, for whoever has no feed; they go through the same door as a feed's. Done at the desk. */
@Injectable()
export class ListingImport {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly writer: ListingWriter,
    private readonly surroundings: Surroundings,
  ) {}

  /** @param path of the file, UTF-8 */
  async run(path: string): Promise<FileReport> {
    const { listings, fields, refused } = readWhole(await readFile(path, 'utf8'));
    const refusals: Refusal[] = [...refused];
    let [added, changed, same] = [0, 0, 0];
    for (let i = 0; i < listings.length; i += BATCH) {
      goOn();
      const batch = listings.slice(i, i + BATCH);
      const keys = batch.map(({ record }) => String(record['ListingKey']));
      const stored = await this.database.getRepository(ListingRow).findBy({ listingKey: In(keys) });
      const known = new Map(stored.map((row) => [row.listingKey, row]));
      const news: Raw[] = [];
      for (const { at, record } of batch) {
        const key = String(record['ListingKey']);
        const before = known.get(key);
        const raw = this.complete(record, before);
        const read =
          before?.source === 'feed'
            ? 'it is one of the feed’s own listings'
            : readOrReason(raw, this.surroundings, this.clock.now());
        if (typeof read === 'string') refusals.push({ at, listingKey: key, reason: read });
        else if (before && !before.removed && saysTheSame(read, before.data)) same++;
        else news.push(raw);
      }
      const written = await this.writer.write(readBatch(news, this.surroundings, this.clock.now()), {
        told: null,
        isNews: true,
        source: 'file',
      });
      added += written.added;
      changed += written.changed;
    }
    const read = listings.length + refused.length;
    return { read, added, changed, same, refused: refusals.sort((a, b) => a.at - b.at), fields };
  }

  /** A file need not say when its listings changed: then they did so now, and entered when they were first read. */
  private complete(record: Raw, before: ListingRow | undefined): Raw {
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
