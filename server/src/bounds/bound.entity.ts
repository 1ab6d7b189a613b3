import type { DrawnShape } from '@perambula/core';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** A bound that an agent keeps by name; searches hold copies of it that know its id. */
@Entity('kept_bounds')
export class KeptBoundRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index('kept_bounds_agentId') @Column('char', { length: 36 }) agentId: string;
  @Column('varchar', { length: 120 }) name: string;
  @Column('text') note: string;
  @Column('json') shape: DrawnShape;
  @Column('datetime', { precision: 3 }) updatedAt: Date;
}
