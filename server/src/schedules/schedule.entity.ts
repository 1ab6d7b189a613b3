import type { Cadence, HoldReason, Tellable } from '@perambula/core';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** A search's scheduled e-mail; there is at most one for each. */
@Entity('alerts')
export class AlertRow {
  @PrimaryColumn('char', { length: 36 }) searchId: string;
  @Column('varchar', { length: 20 }) cadence: Cadence;
  @Column('json') tell: Tellable[];
  @Column('int', { default: 0 }) leastPercent: number;
  @Column('boolean', { default: false }) newsOnly: boolean;
  @Column('boolean') held: boolean;
  @Column('json') holdIf: HoldReason[];
  /** Whether the agents of the homes that it tells as new learn that somebody is looking for such a home. */
  @Column('boolean', { default: false }) tellsOffices: boolean;
  @Column('varchar', { length: 200 }) subject: string;
  @Column('text') greeting: string;
  @Index() @Column('varchar', { length: 10 }) state: 'running' | 'paused' | 'stopped';
  @Column('datetime', { precision: 3 }) startedAt: Date;
  @Index() @Column('datetime', { precision: 3, nullable: true }) nextDueAt: Date | null;
  @Column('datetime', { precision: 3, nullable: true }) pausedUntil: Date | null;
  /** False until its first message, which tells all that fits, has been written. */
  @Column('boolean') introduced: boolean;
  /** The last listing change that its first message took into account; later ones are news. */
  @Column('bigint', { transformer: { to: (value: number) => value, from: (value: string) => Number(value) } })
  sinceSequence: number;
}
