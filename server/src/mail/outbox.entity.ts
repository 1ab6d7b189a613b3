import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

import type { MessageKind } from './mayWrite.js';

/** Dropped: its reader may no longer be written to. */
export type OutboxState = 'held' | 'queued' | 'sent' | 'failed' | 'dropped';

/** A message as it was or will be sent. Its Message-ID is given when it is written and kept over every retry. */
@Entity('outbox')
@Index(['state', 'nextTryAt'])
@Index('outbox_agent_newest', ['agentId', 'createdAt', 'id'])
export class OutboxRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Index() @Column('char', { length: 36 }) agentId: string;
  @Index() @Column('char', { length: 36 }) clientId: string;
  /** Empty where it goes to a listing office. */
  @Column('char', { length: 36 }) personId: string;
  /** The visit that a listing office is written to about. */
  @Index('outbox_showing') @Column('char', { length: 36, nullable: true }) showingId: string | null;
  /** The digest it carries, one for all its readers; null for single messages. */
  @Index() @Column('char', { length: 36, nullable: true }) digestId: string | null;
  @Column('varchar', { length: 120, unique: true }) messageId: string;
  @Column('varchar', { length: 254 }) toAddress: string;
  @Column('varchar', { length: 120 }) toName: string;
  @Column('varchar', { length: 120 }) fromName: string;
  @Column('varchar', { length: 254 }) replyTo: string;
  @Column('varchar', { length: 250 }) subject: string;
  @Column('mediumtext') html: string;
  @Column('mediumtext') text: string;
  /** The listing keys of the homes that it tells of; null of messages written before these were kept. */
  @Column('json', { nullable: true }) homes: readonly string[] | null;
  /** Empty where no client is written to. */
  @Column('varchar', { length: 300 }) stopUrl: string;
  @Column('mediumtext', { nullable: true }) calendar: string | null;
  /** The file that goes with it, one for all its readers. */
  @Column('char', { length: 36, nullable: true }) fileId: string | null;
  /** Of the token of the link into the portal that it carries. */
  @Column('char', { length: 64, nullable: true }) linkHash: string | null;
  @Column('varchar', { length: 12 }) kind: MessageKind;
  @Column('varchar', { length: 10 }) state: OutboxState;
  @Column('int', { default: 0 }) tries: number;
  @Column('datetime', { precision: 3 }) nextTryAt: Date;
  /** It is not sent before then, by the demo's time: the end of its reader's quiet hours. */
  @Column('datetime', { precision: 3, nullable: true }) notBefore: Date | null;
  /** The demo's time at which it was written. */
  @Column('datetime', { precision: 3 }) createdAt: Date;
  @Column('datetime', { precision: 3, nullable: true }) sentAt: Date | null;
  @Column('varchar', { length: 300, nullable: true }) lastError: string | null;
}

/** A file that goes with messages, as it is sent. */
@Entity('outbox_files')
export class OutboxFileRow {
  @PrimaryColumn('char', { length: 36 }) id: string;
  @Column('varchar', { length: 120 }) name: string;
  @Column('varchar', { length: 60 }) type: string;
  @Column('longblob') content: Buffer;
}
