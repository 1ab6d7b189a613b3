import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import { DataSource, In } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { EventsService } from '../events/index.js';
import { log } from '../common/log.js';
import { hashOf } from '../common/token.js';
import type { AgentRow } from '../sessions/index.js';
import { Steps } from '../steps/index.js';
import { addressFailed, isAddressRefused } from './failedAddress.js';
import { homesOf, renderLetter } from './letter.js';
import type { Letter } from './letter.js';
import { whyNotWriteEach } from './mayWrite.js';
import type { MessageKind } from './mayWrite.js';
import { OutboxFileRow, OutboxRow } from './outbox.entity.js';
import { smtpTransport } from './smtp.js';
import type { Smtp } from './smtp.js';

export interface Addressed {
  readonly agentId: string;
  readonly replyTo: string;
  readonly clientId: string;
  readonly personId: string;
  readonly toAddress: string;
  readonly toName: string;
  readonly subject: string;
  readonly letter: Letter;
  readonly kind: MessageKind;
  readonly state?: 'queued' | 'held';
  /** By the demo's time; left out where it goes at once. */
  readonly notBefore?: Date;
  readonly digestId?: string;
  readonly showingId?: string;
  readonly calendar?: string;
  /** Of a file kept by `keepFile`. */
  readonly fileId?: string;
}

/** To somebody of a client from their agent, who is answered. */
export function toPerson(
  agent: Pick<AgentRow, 'id' | 'email'>,
  clientId: string,
  person: { readonly id: string; readonly email: string; readonly name: string },
): Pick<Addressed, 'agentId' | 'replyTo' | 'clientId' | 'personId' | 'toAddress' | 'toName'> {
  return {
    agentId: agent.id,
    replyTo: agent.email,
    clientId,
    personId: person.id,
    toAddress: person.email,
    toName: person.name,
  };
}

/** What a message says, which homes it tells of, and the link by which it is told whether it was opened. */
async function said({
  subject,
  letter,
}: Pick<Addressed, 'subject' | 'letter'>): Promise<Pick<OutboxRow, 'subject' | 'html' | 'text' | 'homes' | 'linkHash'>> {
  return {
    ...(await renderLetter(letter)),
    homes: homesOf(letter),
    subject: subject.replace(/[\r\n]+/g, ' ').slice(0, 250),
    linkHash: portalHash(letter.button?.url),
  };
}

/** Of the token in an address of the portal. */
function portalHash(url: string | undefined): string | null {
  const token = /\/p\/([\w-]+)$/.exec(url ?? '')?.[1];
  return token ? hashOf(token) : null;
}

/** What a calendar file is for (RFC 5546), which its message says, too (RFC 6047). */
function methodOf(calendar: string): string {
  return /^METHOD:(\w+)/m.exec(calendar)?.[1] ?? 'PUBLISH';
}

/** What the mail server answered, where it did; else what kept it from answering. */
function sayError({ message, response }: Error & { response?: string }): string {
  return response ? `The mail server answered: ${response}` : message;
}

const LOOK_EVERY_MS = 500;
/** Where nothing was sent meanwhile, what the mail server did last is looked at so often. */
const NOTED_EVERY_MS = 5_000;
const BATCH = 20;

/** Writes messages to the outbox, and sends what is queued there by SMTP. */
@Injectable()
export class MailService implements OnApplicationBootstrap, OnModuleDestroy {
  private transport: Promise<Smtp> | null = null;
  private timer: NodeJS.Timeout | undefined;
  private sending: Promise<void> | null = null;
  /** When it was noted last whether the mail server takes messages, milliseconds since 1970 UTC. */
  private notedAt = 0;
  private stopped = false;

  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly events: EventsService,
    private readonly steps: Steps,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  onApplicationBootstrap(): void {
    if (this.config.role !== 'pipeline') return;
    this.timer = setInterval(() => void this.sendQueued(), LOOK_EVERY_MS);
  }

  async onModuleDestroy(): Promise<void> {
    this.stopped = true;
    clearInterval(this.timer);
    await this.sending;
    (await this.transport)?.close();
  }

  /** Writes a message to the outbox, in the caller's transaction. */
  async write(manager: EntityManager, message: Addressed): Promise<void> {
    const { letter, state = 'queued', digestId = null, showingId = null, calendar = null, fileId = null, ...rest } = message;
    const { notBefore = null, ...address } = rest;
    const id = randomUUID();
    await manager.insert(OutboxRow, {
      ...address,
      ...(await said(message)),
      id,
      state,
      digestId,
      showingId,
      calendar,
      fileId,
      notBefore,
      messageId: `<${id}@${this.config.mail.from.split('@').at(-1)}>`,
      fromName: `${letter.agent.name}, ${letter.agent.officeName}`,
      stopUrl: letter.stopUrl ?? '',
      tries: 0,
      nextTryAt: new Date(),
      createdAt: this.clock.date(),
      sentAt: null,
      lastError: null,
    });
  }

  /** Writes anew what a message says that was not sent yet, in the caller's transaction. */
  async writeAnew(manager: EntityManager, id: string, message: Pick<Addressed, 'subject' | 'letter'>): Promise<void> {
    await manager.update(OutboxRow, { id }, await said(message));
  }

  /** Keeps a file that goes with messages, in the caller's transaction. Gives its id. */
  async keepFile(manager: EntityManager, file: Omit<OutboxFileRow, 'id'>): Promise<string> {
    const id = randomUUID();
    await manager.insert(OutboxFileRow, { ...file, id });
    return id;
  }

  private smtp(): Promise<Smtp> {
    return (this.transport ??= smtpTransport(this.config.mail));
  }

  /** Leaves what waits about a visit unsent, in the caller's transaction: something else is said of it now. */
  async drop(manager: EntityManager, { showingId }: { readonly showingId: string }): Promise<void> {
    await manager.update(
      OutboxRow,
      { showingId, state: 'queued' },
      { state: 'dropped', lastError: 'Not sent: it is out of date.' },
    );
  }

  /** Sends an agent a message at once, to see that mail arrives. @throws Failure saying why the mail server does not take it */
  async sendTest({ name, email, officeName }: Pick<AgentRow, 'name' | 'email' | 'officeName'>): Promise<void> {
    try {
      await (
        await this.smtp()
      ).sendMail({
        from: { name: officeName, address: this.config.mail.from },
        to: { name, address: email },
        subject: 'Mail arrives',
        text: `This is what Perambula sent to see that mail arrives. Messages to clients go out the same way, from ${this.config.mail.from}.`,
      });
    } catch (error) {
      throw new Failure('mail.refused', `The mail server does not take it: ${(error as Error).message}`.slice(0, 300));
    }
  }

  /** Sends what is queued; any number of servers can, since each claims its rows. */
  sendQueued(): Promise<void> {
    this.sending ??= this.sendAll()
      .catch((error: unknown) => log.warn({ error }, 'outbox not read'))
      .finally(() => (this.sending = null));
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    while (!this.stopped && (await this.sendBatch()) === BATCH);
  }

  private async sendBatch(): Promise<number> {
    const rows = await this.database.transaction(async (manager) => {
      // the claim is the row lock: a server that dies lets go of it, and the message is tried again under the same Message-ID
      const rows = await manager
        .createQueryBuilder(OutboxRow, 'message')
        .where('message.state = :state AND message.nextTryAt <= :now', { state: 'queued', now: new Date() })
        .andWhere('(message.notBefore IS NULL OR message.notBefore <= :clock)', { clock: this.clock.date() })
        .orderBy('message.createdAt')
        .limit(BATCH)
        .setLock('pessimistic_write')
        .setOnLocked('skip_locked')
        .getMany();
      await this.leaveOut(manager, rows);
      await Promise.all(rows.filter(({ state }) => state === 'queued').map((row) => this.sendOne(manager, row)));
      await this.keep(manager, rows);
      if (rows.length > 0 || Date.now() - this.notedAt > NOTED_EVERY_MS) await this.note(manager);
      for (const agentId of new Set(rows.map((row) => row.agentId))) await this.events.say(agentId, 'mail', manager);
      return rows;
    });
    // apart from the batch, so that nothing can undo that it was sent
    for (const row of rows.filter(isAddressRefused)) await addressFailed(this.database.manager, row);
    return rows.length;
  }

  /** Notes whether the mail server takes messages; that it refuses one is that message's own matter. */
  private async note(manager: EntityManager): Promise<void> {
    this.notedAt = Date.now();
    const [waiting] = await manager.query<{ lastError: string }[]>(
      "SELECT lastError FROM outbox WHERE state = 'queued' AND lastError IS NOT NULL LIMIT 1",
    );
    if (waiting) await this.steps.failed('mail', `The mail server takes no messages: ${waiting.lastError}`);
    else await this.steps.did('mail');
  }

  /** Those written to somebody who may not be written to any more are not sent. */
  private async leaveOut(manager: EntityManager, rows: readonly OutboxRow[]): Promise<void> {
    const whys = await whyNotWriteEach(manager, rows);
    rows.forEach((row, i) => {
      if (whys[i]) Object.assign(row, { state: 'dropped', lastError: `Not sent: ${whys[i]}.` });
    });
  }

  /** Keeps what became of messages, of all that went out at once. */
  private async keep(manager: EntityManager, rows: readonly OutboxRow[]): Promise<void> {
    const sent = rows.filter(({ state }) => state === 'sent').map(({ id }) => id);
    if (sent.length > 0)
      await manager.update(OutboxRow, { id: In(sent) }, { state: 'sent', sentAt: this.clock.date(), lastError: null });
    for (const { id, state, tries, nextTryAt, lastError } of rows.filter((row) => row.state !== 'sent'))
      await manager.update(OutboxRow, { id }, { state, tries, nextTryAt, lastError });
  }

  private async sendOne(manager: EntityManager, row: OutboxRow): Promise<void> {
    try {
      const file = row.fileId ? await manager.findOneBy(OutboxFileRow, { id: row.fileId }) : null;
      await (
        await this.smtp()
      ).sendMail({
        messageId: row.messageId,
        date: row.createdAt,
        from: { name: row.fromName, address: this.config.mail.from },
        replyTo: row.replyTo,
        to: { name: row.toName, address: row.toAddress },
        subject: row.subject,
        html: row.html,
        text: row.text,
        // RFC 2369 and RFC 8058
        headers: row.stopUrl
          ? { 'List-Unsubscribe': `<${row.stopUrl}>`, 'List-Unsubscribe-Post': 'List-Unsubscribe=One-Click' }
          : {},
        ...(file ? { attachments: [{ filename: file.name, contentType: file.type, content: file.content }] } : {}),
        ...(row.calendar
          ? { icalEvent: { method: methodOf(row.calendar), content: row.calendar, filename: 'showing.ics' } }
          : {}),
      });
      row.state = 'sent';
    } catch (error) {
      const tries = row.tries + 1;
      const refused = ((error as { responseCode?: number }).responseCode ?? 0) >= 500;
      const waitMs = Math.min(60_000, 250 * 2 ** tries);
      Object.assign(row, {
        tries,
        state: refused ? 'failed' : 'queued',
        nextTryAt: new Date(Date.now() + waitMs),
        lastError: sayError(error as Error & { response?: string }).slice(0, 300),
      });
    }
  }
}
