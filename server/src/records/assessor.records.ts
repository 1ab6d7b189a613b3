import type { PublicRecord } from '@perambula/contract';
import { parcelKey } from '@perambula/core';
import type { DataSource } from 'typeorm';
import { ParcelRecordRow } from './parcel.entity.js';
import { PublicRecords, recordOf } from './publicRecords.js';

/** What the assessor's file says, as it was last read. */
export class AssessorRecords extends PublicRecords {
  constructor(private readonly database: DataSource) {
    super();
  }

  async find(parcelNumber: string): Promise<PublicRecord | null> {
    const row = await this.database.getRepository(ParcelRecordRow).findOneBy({ parcelKey: parcelKey(parcelNumber) });
    return row && recordOf(row.data);
  }
}
