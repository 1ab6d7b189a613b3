import type { Search } from '@perambula/core';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

@Entity('searches')
export class SearchRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index() @Column('char', { length: 36 }) agentId: string;
  @Index() @Column('char', { length: 36, nullable: true }) clientId: string | null;
  @Column('varchar', { length: 120 }) name: string;
  @Column('json') document: Search;
  @Column('int') version: number;
  @Column('datetime', { precision: 3 }) updatedAt: Date;
}

/** A search as it was saved, once for each version. */
@Entity('search_states')
export class SearchStateRow {
  @PrimaryColumn('char', { length: 36 }) searchId: string;
  @PrimaryColumn('int') version: number;
  @Column('varchar', { length: 120 }) name: string;
  @Column('json') document: Search;
  @Column('datetime', { precision: 3 }) savedAt: Date;
}

/** A usual way to start a search. */
@Entity('starting_sets')
export class StartingSetRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index('starting_sets_agentId') @Column('char', { length: 36 }) agentId: string;
  @Column('varchar', { length: 120 }) name: string;
  @Column('json') document: Search;
  @Column('boolean') isDefault: boolean;
}

/** A search that was begun, or changed, and not saved. */
@Entity('drafts')
export class DraftRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index('drafts_agentId') @Column('char', { length: 36 }) agentId: string;
  @Column('char', { length: 36, nullable: true }) clientId: string | null;
  /** The saved search that it changes, and the version of it that was read. */
  @Column('char', { length: 36, nullable: true }) searchId: string | null;
  @Column('int') version: number;
  @Column('varchar', { length: 120 }) name: string;
  @Column('json') document: Search;
  @Column('datetime', { precision: 3 }) updatedAt: Date;
}
