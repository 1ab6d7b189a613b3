import type { ParcelRow } from '@perambula/core';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** What the assessor's file says of a parcel. */
@Entity('parcel_records')
export class ParcelRecordRow {
  /** The parcel number as numbers are compared. */
  @PrimaryColumn('varchar', { length: 60 }) parcelKey: string;
  /** The reading of the file that it comes from. */
  @Index('parcel_records_reading') @Column('int') reading: number;
  @Column('json') data: ParcelRow;
}

/** The assessor's file that was read last: one row. */
@Entity('parcel_file')
export class ParcelFileRow {
  @PrimaryColumn('int') id: number;
  @Column('int') reading: number;
  /** The file's time and size, and how its columns were read: it is read anew when any changes. */
  @Column('text') stamp: string;
  @Column('datetime', { precision: 3 }) readAt: Date;
  @Column('int') parcels: number;
  @Column('int') refused: number;
  /** The first reasons why rows were set aside. */
  @Column('json') reasons: string[];
  /** Why the file as a whole could not be read; what an earlier one said is kept. */
  @Column('varchar', { length: 400, nullable: true }) failure: string | null;
}
