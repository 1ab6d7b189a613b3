import type { RoundPlace } from '@perambula/contract';
import type { Aim, RoundBreak, RoundChange, TimeSpan } from '@perambula/core';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** Homes to be seen one after the other on one day. */
@Entity('rounds')
export class RoundRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index('rounds_agent') @Column('char', { length: 36 }) agentId: string;
  /** With whom; null where the agent goes alone. */
  @Index('rounds_client') @Column('char', { length: 36, nullable: true }) clientId: string | null;
  @Column('varchar', { length: 120 }) name: string;
  @Column('date') on: string;
  @Column('json', { nullable: true }) begin: RoundPlace | null;
  @Column('json', { nullable: true }) end: RoundPlace | null;
  /** In minutes from midnight. */
  @Column('int') leaveAt: number;
  @Column('int') backBy: number;
  @Column('varchar', { length: 16 }) aim: Aim;
  @Column('json', { nullable: true }) break: RoundBreak | null;
  @Column('boolean') isOwnOrder: boolean;
  @Column('boolean') isProven: boolean;
  /** The hours of its homes, by their ids, by which the best order was found. */
  @Column('json', { nullable: true }) orderedBy: Readonly<Record<string, readonly TimeSpan[]>> | null;
  @Column('datetime', { precision: 3 }) createdAt: Date;
}

@Entity('round_homes')
@Index('round_homes_round', ['roundId', 'listingKey'], { unique: true })
export class RoundHomeRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Column('char', { length: 36 }) roundId: string;
  @Column('varchar', { length: 60 }) listingKey: string;
  @Column('int') position: number;
  @Column('int') minutes: number;
  @Column('varchar', { length: 5, nullable: true }) place: 'first' | 'last' | null;
  /** Ids of another home that is seen after it, and of one right beside which it is seen. */
  @Column('char', { length: 36, nullable: true }) before: string | null;
  @Column('char', { length: 36, nullable: true }) beside: string | null;
  /** The hours as the agent says them, in minutes from midnight. */
  @Column('json', { nullable: true }) hours: TimeSpan | null;
  /** Whether the round had no time for it, and what would have to change. */
  @Column('boolean', { default: false }) isLeftOut: boolean;
  @Column('json', { nullable: true }) change: RoundChange | null;
}
