import { Column, Entity, PrimaryColumn } from 'typeorm';

/** How one step of the pipeline is doing, whichever server does it; all times are real ones. */
@Entity('steps')
export class StepRow {
  @PrimaryColumn('varchar', { length: 20 }) step: string;
  /** When it was last done. */
  @Column('datetime', { precision: 3, nullable: true }) doneAt: Date | null;
  /** Since when every try has failed. */
  @Column('datetime', { precision: 3, nullable: true }) failingSince: Date | null;
  @Column('varchar', { length: 300, nullable: true }) failure: string | null;
  /** What it is at, for whoever watches. */
  @Column('json', { nullable: true }) progress: unknown;
}
