import type { Cadence, Search, Tellable } from '@perambula/core';
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

/** A search's scheduled e-mail; there is at most one for each. */
@Entity('alerts')
export class AlertRow {
  @PrimaryColumn('char', { length: 36 }) searchId: string;
  @Column('varchar', { length: 20 }) cadence: Cadence;
  @Column('json') tell: Tellable[];
  @Column('boolean') held: boolean;
  @Column('varchar', { length: 200 }) subject: string;
  @Column('text') greeting: string;
  @Index() @Column('varchar', { length: 10 }) state: 'running' | 'paused' | 'stopped';
  @Column('datetime', { precision: 3 }) startedAt: Date;
  @Index() @Column('datetime', { precision: 3, nullable: true }) nextDueAt: Date | null;
  /** False until its first message, which tells all that fits, has been written. */
  @Column('boolean') introduced: boolean;
  /** The last listing change that its first message took into account; later ones are news. */
  @Column('bigint', { transformer: { to: (value: number) => value, from: (value: string) => Number(value) } })
  sinceSequence: number;
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
