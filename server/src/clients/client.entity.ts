import type { ReachBy } from '@perambula/contract';
import type { BusyHours } from '@perambula/core';
import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** One client: a person or a household. */
@Entity('clients')
export class ClientRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index() @Column('char', { length: 36 }) agentId: string;
  @Column('varchar', { length: 120 }) name: string;
  @Column('text') notes: string;
  @Column('date', { nullable: true }) agreementFrom: string | null;
  @Column('date', { nullable: true }) agreementUntil: string | null;
  @Column('varchar', { length: 200, nullable: true }) agreementScope: string | null;
  @Column('datetime', { precision: 3 }) createdAt: Date;
  /** When the file was put away. */
  @Column('datetime', { precision: 3, nullable: true }) archivedAt: Date | null;
  /** The household's own, by its IANA name; null where it is the county's. */
  @Column('varchar', { length: 40, nullable: true }) timeZone: string | null;
  /** When nothing is sent, `HH:mm`; null for the usual hours. */
  @Column('varchar', { length: 5, nullable: true }) quietFrom: string | null;
  @Column('varchar', { length: 5, nullable: true }) quietUntil: string | null;
  /** Whether they are asked in the evening how the homes were that they saw. */
  @Column('boolean', { default: true }) asksAfter: boolean;
  /** When they cannot come to see homes; null where they never said. */
  @Column('json', { nullable: true }) busy: readonly BusyHours[] | null;
  /** How they came, if not by the agent. */
  @Column('varchar', { length: 10, nullable: true }) cameBy: 'page' | null;
  /** Changes of searches, learned from answers, that the agent does not want to hear of again. */
  @Column('json', { nullable: true }) setAside: readonly string[] | null;
}

/** Somebody of a client's household, with one address. */
@Entity('people')
@Index(['clientId', 'email'], { unique: true })
export class PersonRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Column('char', { length: 36 }) clientId: string;
  @Column('varchar', { length: 120 }) name: string;
  @Column('varchar', { length: 254 }) email: string;
  @Column('varchar', { length: 40, default: '' }) phone: string;
  @Column('varchar', { length: 10, default: 'email' }) reachBy: ReachBy;
  /** Their own, by its IANA name; null where it is the household's. */
  @Column('varchar', { length: 40, nullable: true }) timeZone: string | null;
  @Column('datetime', { precision: 3, nullable: true }) confirmationSentAt: Date | null;
  /** How often they were asked to confirm since they last did, stopped, or asked to be. */
  @Column('int', { default: 0 }) confirmationsSent: number;
  /** When they themselves, having stopped, asked to be written to again. */
  @Column('datetime', { precision: 3, nullable: true }) askedBackAt: Date | null;
  @Column('datetime', { precision: 3, nullable: true }) confirmedAt: Date | null;
  @Column('datetime', { precision: 3, nullable: true }) stoppedAt: Date | null;
  @Column('boolean', { default: true }) countsVisits: boolean;
  /** Whether the others of the household see what they say of homes. */
  @Column('boolean', { default: false }) sharesReactions: boolean;
  /** When they left the household; what they said stays. */
  @Column('datetime', { precision: 3, nullable: true }) leftAt: Date | null;
}

export type LinkPurpose = 'confirm' | 'portal' | 'stop' | 'calendar';

/** A link in a message: only the hash of its token is kept. Its life is counted in real time. */
@Entity('links')
export class LinkRow {
  @PrimaryColumn('char', { length: 64 }) tokenHash: string;
  @Column('varchar', { length: 10 }) purpose: LinkPurpose;
  @Index() @Column('char', { length: 36 }) personId: string;
  @Column('datetime', { precision: 3 }) expiresAt: Date;
  @Column('datetime', { precision: 3, nullable: true }) revokedAt: Date | null;
  /** When somebody came by it first, by the demo's time; null while nobody did, or where visits are not counted. */
  @Column('datetime', { precision: 3, nullable: true }) openedAt: Date | null;
}
