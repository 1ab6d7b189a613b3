import type { Verdict } from '@perambula/contract';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

const bigint = { to: (value: number) => value, from: (value: string) => Number(value) };

/** Somebody opened the portal, or a home in it. Not kept for people who decline it. */
@Entity('visits')
export class VisitRow {
  @PrimaryColumn('bigint', { generated: 'increment', transformer: bigint }) id: number;
  @Index() @Column('char', { length: 36 }) clientId: string;
  @Column('char', { length: 36 }) personId: string;
  @Column('varchar', { length: 60, nullable: true }) listingKey: string | null;
  @Column('datetime', { precision: 3 }) at: Date;
}

@Entity('reactions')
@Index(['personId', 'listingKey'], { unique: true })
export class ReactionRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index() @Column('char', { length: 36 }) clientId: string;
  @Column('char', { length: 36 }) personId: string;
  @Column('varchar', { length: 60 }) listingKey: string;
  @Column('varchar', { length: 10 }) verdict: Verdict;
  @Column('varchar', { length: 1000 }) note: string;
  @Column('datetime', { precision: 3 }) at: Date;
}
