import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** An administrator of the office sees to the feed, files for all, and settings; every agent to their own clients. */
export type AgentRole = 'administrator' | 'agent';

@Entity('agents')
@Index('agents_pageName', ['pageName'], { unique: true })
export class AgentRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Column('varchar', { length: 120 }) name: string;
  @Column('varchar', { length: 254, unique: true }) email: string;
  @Column('varchar', { length: 200 }) passwordHash: string;
  @Column('varchar', { length: 40 }) phone: string;
  @Column('varchar', { length: 120 }) officeName: string;
  @Column('varchar', { length: 200 }) postalAddress: string;
  @Column('varchar', { length: 40 }) licenseNumber: string;
  @Column('varchar', { length: 16, default: 'agent' }) role: AgentRole;
  @Column('datetime', { precision: 3, nullable: true }) lookedAt: Date | null;
  /** Whether they hear each morning what went out, and until when they have. */
  @Column('boolean', { default: false }) wantsDigest: boolean;
  @Column('datetime', { precision: 3, nullable: true }) digestUntil: Date | null;
  /** The last word of their own page's address; null while the page is closed. */
  @Column('varchar', { length: 60, nullable: true }) pageName: string | null;
  /** Of the token in the address under which their showings are subscribed to; null while there is none. */
  @Index('agents_calendarHash', { unique: true }) @Column('char', { length: 64, nullable: true }) calendarHash: string | null;
}

@Entity('sessions')
export class SessionRow {
  @PrimaryColumn('char', { length: 64 }) tokenHash: string;
  @Column('char', { length: 36 }) agentId: string;
  @Column('datetime', { precision: 3 }) expiresAt: Date;
}

/** The code with which the first administrator's account is made: one row, while there is no account. */
@Entity('first_codes')
export class FirstCodeRow {
  @PrimaryColumn('int') id: number;
  @Column('char', { length: 64 }) codeHash: string;
}
