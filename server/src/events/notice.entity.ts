import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** Something that browsers are told, on its way to every server. Times are real ones. */
@Entity('notices')
export class NoticeRow {
  @PrimaryColumn('bigint', { generated: 'increment' }) id: string;
  /** Null tells every agent. */
  @Column('char', { length: 36, nullable: true }) agentId: string | null;
  @Column('varchar', { length: 20 }) name: string;
  @Index('notices_at') @Column('datetime', { precision: 3 }) at: Date;
}
