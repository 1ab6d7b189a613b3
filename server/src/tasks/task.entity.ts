import type { Repeats } from '@perambula/contract';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** Something that an agent has to do. */
@Entity('tasks')
export class TaskRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index() @Column('char', { length: 36 }) agentId: string;
  @Column('char', { length: 36, nullable: true }) clientId: string | null;
  /** The home that it is about. */
  @Column('varchar', { length: 60, nullable: true }) listingKey: string | null;
  @Column('varchar', { length: 300 }) text: string;
  @Column('date', { nullable: true }) dueOn: string | null;
  @Column('varchar', { length: 8, nullable: true }) repeats: Repeats | null;
  /** Ticked off, one that repeats: the one that came after it. */
  @Column('char', { length: 36, nullable: true }) nextId: string | null;
  @Column('datetime', { precision: 3, nullable: true }) doneAt: Date | null;
  @Column('datetime', { precision: 3 }) createdAt: Date;
}
