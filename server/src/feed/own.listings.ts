import { Injectable } from '@nestjs/common';
import type { OwnListings as OwnListingsState } from '@perambula/contract';
import type { ListingRecord } from '@perambula/core';
import { DataSource, In } from 'typeorm';
import { insertRows } from '../common/insertRows.js';
import { inTransaction } from '../common/transaction.js';
import { OwnListingRow } from '../listings/index.js';
import type { WriteCounts } from './listing.writer.js';
import { withSequence } from './lockSequence.js';
import type { ReadListing } from './readRecord.js';

/** Listings that one agent's file may bring; all engines hold them. */
export const MOST_OWN = 5_000;

/** The listings of agents' own files: kept apart from everybody's, so that nothing tells others of them. */
@Injectable()
export class OwnListings {
  constructor(private readonly database: DataSource) {}

  async state(agentId: string): Promise<OwnListingsState> {
    return { listings: await this.database.getRepository(OwnListingRow).countBy({ agentId, removed: false }), most: MOST_OWN };
  }

  async stored(agentId: string, keys: readonly string[]): Promise<Map<string, ListingRecord>> {
    const rows = await this.database.getRepository(OwnListingRow).findBy({ agentId, removed: false, listingKey: In([...keys]) });
    return new Map(rows.map(({ listingKey, data }) => [listingKey, data]));
  }

  async write(agentId: string, records: readonly ReadListing[]): Promise<WriteCounts> {
    if (records.length === 0) return { added: 0, changed: 0 };
    return inTransaction(this.database, async (manager) => {
      const known = await manager.countBy(OwnListingRow, {
        agentId,
        removed: false,
        listingKey: In(records.map(({ key }) => key)),
      });
      await withSequence(manager, async (sequence) => {
        await insertRows(
          manager,
          'INSERT INTO own_listings (listingKey, agentId, sequence, removed, data)',
          records.map(({ key, json }) => [key, agentId, ++sequence.value, 0, json]),
          'ON DUPLICATE KEY UPDATE sequence = VALUES(sequence), removed = 0, data = VALUES(data)',
        );
      });
      return { added: records.length - known, changed: known };
    });
  }

  /** Takes out all of an agent's; nothing of what they were is kept. */
  async removeAll(agentId: string): Promise<void> {
    await inTransaction(this.database, async (manager) => {
      await withSequence(manager, async (sequence) => {
        const rows = await manager.find(OwnListingRow, { select: { listingKey: true }, where: { agentId, removed: false } });
        for (const { listingKey } of rows)
          await manager.query("UPDATE own_listings SET removed = 1, sequence = ?, data = '{}' WHERE listingKey = ?", [
            ++sequence.value,
            listingKey,
          ]);
      });
    });
  }
}
