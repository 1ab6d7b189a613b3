import type { ListingRecord } from '@perambula/core';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

const bigint = { to: (value: number) => value, from: (value: string) => Number(value) };

/** What is told apart byte by byte: “a1” and “A1” are two keys. Spread where it is used, since TypeORM writes into what it is given. */
const KEY = { length: 60, collation: 'utf8mb4_bin' };

const json = {
  to: (record: ListingRecord) => JSON.stringify(record),
  from: (text: string) => JSON.parse(text) as ListingRecord,
};

/** A listing as the feed last gave it, in the fields that may be stored. */
@Entity('listings')
@Index('listings_source', ['source', 'removed'])
export class ListingRow {
  @PrimaryColumn('varchar', { ...KEY }) listingKey: string;
  @Index() @Column('bigint', { transformer: bigint }) sequence: number;
  @Index() @Column('varchar', { ...KEY, length: 40 }) standardStatus: string;
  @Index() @Column('varchar', { ...KEY, length: 40, nullable: true }) parcelNumber: string | null;
  @Index('listings_modifiedAt') @Column('datetime', { precision: 3 }) modifiedAt: Date;
  @Column('boolean', { default: false }) removed: boolean;
  /** Whether it came from the feed or was read from a file. */
  @Column('varchar', { ...KEY, length: 10, default: 'feed' }) source: 'feed' | 'file';
  /** JSON, but kept as text: the database need not read it, and checking it costs as much as writing it. */
  @Column('longtext', { transformer: json }) data: ListingRecord;
}

/** A listing of an agent's own file, which nobody else sees: no alert, client, office or other agent. */
@Entity('own_listings')
export class OwnListingRow {
  @PrimaryColumn('varchar', { ...KEY }) listingKey: string;
  @Index('agentId') @Column('varchar', { length: 36 }) agentId: string;
  /** Of the sequence of all listings. */
  @Index('sequence') @Column('bigint', { transformer: bigint }) sequence: number;
  /** Taken out again; then nothing is left of its data. */
  @Column('boolean', { default: false }) removed: boolean;
  @Column('longtext', { transformer: json }) data: ListingRecord;
}

/** One field of a listing that changed. Rows with a sequence of 0 came with the first load and were never news. */
@Entity('listing_events')
export class ListingEventRow {
  @PrimaryColumn('bigint', { generated: 'increment', transformer: bigint }) id: number;
  @Index() @Column('bigint', { transformer: bigint }) sequence: number;
  @Index() @Column('varchar', { ...KEY }) listingKey: string;
  @Column('varchar', { length: 60 }) field: string;
  @Column('varchar', { length: 200, nullable: true }) fromValue: string | null;
  @Column('varchar', { length: 200, nullable: true }) toValue: string | null;
  @Index() @Column('datetime', { precision: 3 }) at: Date;
  /** What the feed calls this change, so that none is kept twice. */
  @Index('listing_events_feedKey', { unique: true }) @Column('varchar', { ...KEY, length: 120, nullable: true }) feedKey:
    string | null;
}

/** An open house as it was announced. */
@Entity('open_houses')
export class OpenHouseRow {
  @PrimaryColumn('varchar', { ...KEY }) openHouseKey: string;
  @Index('open_houses_listingKey') @Column('varchar', { ...KEY }) listingKey: string;
  @Column('datetime', { precision: 3 }) startsAt: Date;
  @Index('open_houses_endsAt') @Column('datetime', { precision: 3 }) endsAt: Date;
  @Column('varchar', { length: 20 }) status: string;
  @Column('datetime', { precision: 3 }) modifiedAt: Date;
}

/** The last sequence number given out: one row, locked by whoever takes the next, so that commit order is sequence order. */
@Entity('sequence')
export class SequenceRow {
  @PrimaryColumn('int') id: number;
  @Column('bigint', { transformer: bigint }) value: number;
}
