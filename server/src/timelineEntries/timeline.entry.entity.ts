import type { EntryKind, Wish } from '@perambula/contract';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** What clients write to their agent: words, and wishes that a search be changed. */
export const FROM_CLIENTS: readonly EntryKind[] = ['fromClient', 'wish'];

/** Something that happened in a client's file and stands nowhere else. */
@Entity('timeline_entries')
@Index('timeline_entries_client', ['clientId', 'at'])
export class TimelineEntryRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Column('char', { length: 36 }) clientId: string;
  /** Whom of the household it is about, or who wrote it. */
  @Column('char', { length: 36, nullable: true }) personId: string | null;
  @Column('varchar', { length: 12 }) kind: EntryKind;
  @Column('varchar', { length: 2000 }) text: string;
  /** The search, the home or the shortlist that it is about. */
  @Column('varchar', { length: 60, nullable: true }) about: string | null;
  @Column('datetime', { precision: 3 }) at: Date;
  /** Of a wish: what it would change of the search that it is about. */
  @Column('json', { nullable: true }) wish: Wish | null;
  /** When the agent answered what a client wrote, or said that it needs no answer. */
  @Column('datetime', { precision: 3, nullable: true }) answeredAt: Date | null;
}
