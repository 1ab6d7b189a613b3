import { Column, Entity, PrimaryColumn } from 'typeorm';

/** How far each resource of the feed has been read: the last record's timestamp and key. */
@Entity('feed_cursors')
export class FeedCursorRow {
  @PrimaryColumn('varchar', { length: 40 }) resource: string;
  @Column('varchar', { length: 40 }) modifiedAt: string;
  @Column('varchar', { length: 60 }) lastKey: string;
  @Column('boolean', { default: false }) firstLoadDone: boolean;
}

/** The feed that an agent chose to read: one row, or none. */
@Entity('feed_source')
export class FeedSourceRow {
  @PrimaryColumn('int') id: number;
  @Column('varchar', { length: 500 }) root: string;
  @Column('varchar', { length: 2000 }) token: string;
}

/** A record that could not be read, set aside with its reason. */
@Entity('feed_rejects')
export class FeedRejectRow {
  @PrimaryColumn('varchar', { length: 60 }) listingKey: string;
  @Column('varchar', { length: 300 }) reason: string;
  @Column('longtext') record: string;
  @Column('datetime', { precision: 3 }) at: Date;
}
