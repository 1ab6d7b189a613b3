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
