import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The demo's time as last kept: while servers run it is refreshed, so that time stands still when none does. */
@Entity('demo_clock')
export class DemoClockRow {
  @PrimaryColumn('int') id: number;
  @Column('datetime', { precision: 3 }) demoAt: Date;
  @Column('datetime', { precision: 3 }) realAt: Date;
}
