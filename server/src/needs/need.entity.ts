import type { Line, Question } from '@perambula/core';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** What somebody of a household said that they need, in their words. */
@Entity('needs')
@Index('needs_client', ['clientId'])
export class NeedRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Column('char', { length: 36 }) clientId: string;
  /** Who said it; null where it was said for the household. */
  @Column('char', { length: 36, nullable: true }) personId: string | null;
  @Column('varchar', { length: 8 }) question: Question;
  @Column('varchar', { length: 300 }) words: string;
  /** What it asks of a home, where that is not read from the words. */
  @Column('json', { nullable: true }) line: Line | null;
  @Column('date', { nullable: true }) day: string | null;
  @Column('datetime', { precision: 3 }) saidAt: Date;
}
