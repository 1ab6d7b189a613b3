import type { Verdict, VisitNoteKind } from '@perambula/contract';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** What an agent wrote down on the road. It outlives the round: what was said at a home belongs to the home and the client. */
@Entity('visit_notes')
@Index('visit_notes_round', ['roundId', 'at'])
export class VisitNoteRow {
  /** Made on the telephone. */
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Column('char', { length: 36 }) agentId: string;
  @Column('char', { length: 36 }) roundId: string;
  @Index('visit_notes_client') @Column('char', { length: 36, nullable: true }) clientId: string | null;
  @Column('varchar', { length: 10 }) kind: VisitNoteKind;
  @Column('varchar', { length: 60, nullable: true }) listingKey: string | null;
  @Column('char', { length: 36, nullable: true }) personId: string | null;
  @Column('varchar', { length: 10, nullable: true }) verdict: Verdict | null;
  @Column('varchar', { length: 2000 }) text: string;
  @Column('int', { nullable: true }) minutes: number | null;
  @Column('datetime', { precision: 3 }) at: Date;
  /** Of a photograph, JPEG. */
  @Column('mediumblob', { nullable: true, select: false }) picture: Buffer | null;
}
