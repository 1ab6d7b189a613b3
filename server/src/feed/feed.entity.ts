import { Column, Entity, PrimaryColumn } from 'typeorm';
import type { FeedAccess } from '../common/config.js';

/**
 * Which feed: its root where an administrator chose it, nothing where it is the one that the server was started with. Spread where
 * it is used, since TypeORM writes into what it is given.
 */
const FEED = { length: 500, collation: 'utf8mb4_bin' };

/** How far each resource of a feed has been read: the last record's timestamp and key. */
@Entity('feed_cursors')
export class FeedCursorRow {
  @PrimaryColumn('varchar', { ...FEED, default: '' }) feed: string;
  @PrimaryColumn('varchar', { length: 40 }) resource: string;
  @Column('varchar', { length: 40 }) modifiedAt: string;
  @Column('varchar', { length: 60 }) lastKey: string;
  @Column('boolean', { default: false }) firstLoadDone: boolean;
}

/** The feed that an administrator chose to read: one row, or none. */
@Entity('feed_source')
export class FeedSourceRow {
  @PrimaryColumn('int') id: number;
  @Column('varchar', { length: 500 }) root: string;
  @Column('json') access: FeedAccess;
  /** By the feed's name of a field, the Data Dictionary's, as an administrator said. */
  @Column('json') names: Record<string, string>;
}

/** Listings that a feed no longer has, too many to be taken out unasked. */
@Entity('feed_missing')
export class FeedMissingRow {
  @PrimaryColumn('varchar', { ...FEED }) feed: string;
  @Column('int') missing: number;
  /** How many were stored when it was found. */
  @Column('int') stored: number;
  @Column('datetime', { precision: 3 }) foundAt: Date;
  /** As many as this may be taken out; 0 until an administrator agrees. */
  @Column('int', { default: 0 }) agreed: number;
}

/** A record that could not be read, set aside with its reason. */
@Entity('feed_rejects')
export class FeedRejectRow {
  @PrimaryColumn('varchar', { length: 60 }) listingKey: string;
  @Column('varchar', { length: 300 }) reason: string;
  @Column('longtext') record: string;
  @Column('datetime', { precision: 3 }) at: Date;
}
