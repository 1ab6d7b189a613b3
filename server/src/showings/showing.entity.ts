import type { Showing } from '@perambula/contract';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** A visit to a home: asked for, then agreed with the listing office at a time, or refused. */
@Entity('showings')
export class ShowingRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index() @Column('char', { length: 36 }) agentId: string;
  @Index() @Column('char', { length: 36 }) clientId: string;
  @Column('varchar', { length: 60 }) listingKey: string;
  @Column('varchar', { length: 10 }) state: Showing['state'];
  @Column('datetime', { precision: 3, nullable: true }) startAt: Date | null;
  /** The other time that the listing office offers. */
  @Column('datetime', { precision: 3, nullable: true }) offeredAt: Date | null;
  /** When the listing office was asked for the time, and when it was reminded that it was. */
  @Column('datetime', { precision: 3, nullable: true }) askedOfficeAt: Date | null;
  @Column('datetime', { precision: 3, nullable: true }) remindedAt: Date | null;
  /** Whether the client has it in a calendar, and when they were reminded of it. */
  @Column('boolean', { default: false }) isInvited: boolean;
  @Column('datetime', { precision: 3, nullable: true }) toldBeforeAt: Date | null;
  /** When the client was asked how it was. */
  @Column('datetime', { precision: 3, nullable: true }) askedAfterAt: Date | null;
  @Column('int') minutes: number;
  @Column('varchar', { length: 500 }) wish: string;
  @Column('varchar', { length: 300 }) answer: string;
  /** Of the token in the message that asked the listing office last. */
  @Index('showings_request', { unique: true }) @Column('char', { length: 64, nullable: true }) requestHash: string | null;
  /** RFC 5545 SEQUENCE: raised whenever the time changes, and when a visit is refused, canceled, or agreed to after all. */
  @Column('int') revision: number;
  @Column('datetime', { precision: 3 }) createdAt: Date;
}
