import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import type { MailMessage, MailPage, MailSummary } from '@perambula/contract';
import { simpleParser } from 'mailparser';
import { createTransport } from 'nodemailer';
import sanitizeHtml from 'sanitize-html';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { found } from '../common/failure.js';
import { EventsService } from '../events/index.js';
import { log } from '../common/log.js';
import { renderLetter } from './letter.js';
import type { Letter } from './letter.js';
import { whyNotWrite } from './mayWrite.js';
import type { MessageKind } from './mayWrite.js';
import { OutboxRow } from './outbox.entity.js';

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
  readonly digestId?: string;
  readonly calendar?: string;
}

const LOOK_EVERY_MS = 500;
const BATCH = 20;
/** Messages of the mailbox shown at once. */
const A_PAGE = 50;

/** Writes messages to the outbox, sends what is queued there by SMTP, and reads the stand-in's mailbox. */
@Injectable()
export class MailService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly smtp;
  private timer: NodeJS.Timeout | undefined;
  private sending: Promise<void> | null = null;
  private stopped = false;

  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly events: EventsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {
    this.smtp = createTransport({
      url: config.mail.smtp,
      pool: true,
      maxConnections: 3,
      connectionTimeout: 5000,
      socketTimeout: 10_000,
      ignoreTLS: true,
    } as Parameters<typeof createTransport>[0]);
  }

  onApplicationBootstrap(): void {
    if (this.config.role !== 'pipeline') return;
    this.timer = setInterval(() => void this.sendQueued(), LOOK_EVERY_MS);
  }

  async onModuleDestroy(): Promise<void> {
    this.stopped = true;
    clearInterval(this.timer);
    await this.sending;
    this.smtp.close();
  }

  /** Writes a message to the outbox, in the caller's transaction. */
  async write(manager: EntityManager, message: Addressed): Promise<void> {
    const { letter, state = 'queued', digestId = null, calendar = null, ...address } = message;
    const id = randomUUID();
    const { html, text } = await renderLetter(letter);
    await manager.insert(OutboxRow, {
      ...address,
      id,
      html,
      text,
      state,
      digestId,
      calendar,
      messageId: `<${id}@mail.perambula.example>`,
      fromName: `${letter.agent.name}, ${letter.agent.officeName}`,
      subject: message.subject.replace(/[\r\n]+/g, ' ').slice(0, 250),
      stopUrl: letter.stopUrl,
      tries: 0,
      nextTryAt: new Date(),
      createdAt: this.clock.date(),
      sentAt: null,
      lastError: null,
    });
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

  private sendBatch(): Promise<number> {
    return this.database.transaction(async (manager) => {
      // the claim is the row lock: a server that dies lets go of it, and the message is tried again under the same Message-ID
      const rows = await manager
        .createQueryBuilder(OutboxRow, 'message')
        .where('message.state = :state AND message.nextTryAt <= :now', { state: 'queued', now: new Date() })
        .orderBy('message.createdAt')
        .limit(BATCH)
        .setLock('pessimistic_write')
        .setOnLocked('skip_locked')
        .getMany();
      await this.leaveOut(manager, rows);
      await Promise.all(rows.filter(({ state }) => state === 'queued').map((row) => this.sendOne(row)));
      await manager.save(rows);
      for (const agentId of new Set(rows.map((row) => row.agentId))) await this.events.say(agentId, 'mail', manager);
      return rows.length;
    });
  }

  /** Those written to somebody who may not be written to any more are not sent. */
  private async leaveOut(manager: EntityManager, rows: readonly OutboxRow[]): Promise<void> {
    for (const row of rows) {
      const why = await whyNotWrite(manager, row.personId, row.kind);
      if (why) Object.assign(row, { state: 'dropped', lastError: `Not sent: ${why}.` });
    }
  }

  private async sendOne(row: OutboxRow): Promise<void> {
    try {
      await this.smtp.sendMail({
        messageId: row.messageId,
        date: row.createdAt,
        from: { name: row.fromName, address: 'alerts@mail.perambula.example' },
        replyTo: row.replyTo,
        to: { name: row.toName, address: row.toAddress },
        subject: row.subject,
        html: row.html,
        text: row.text,
        // RFC 2369 and RFC 8058
        headers: { 'List-Unsubscribe': `<${row.stopUrl}>`, 'List-Unsubscribe-Post': 'List-Unsubscribe=One-Click' },
        ...(row.calendar ? { icalEvent: { method: 'REQUEST', content: row.calendar, filename: 'showing.ics' } } : {}),
      });
      Object.assign(row, { state: 'sent', sentAt: this.clock.date(), lastError: null });
    } catch (error) {
      const tries = row.tries + 1;
      const refused = ((error as { responseCode?: number }).responseCode ?? 0) >= 500;
      const waitMs = Math.min(60_000, 250 * 2 ** tries);
      Object.assign(row, {
        tries,
        state: refused ? 'failed' : 'queued',
        nextTryAt: new Date(Date.now() + waitMs),
        lastError: (error as Error).message.slice(0, 300),
      });
    }
  }

  /**
   * The agent's messages as they arrived in the stand-in mailbox, newest first, so many at a time.
   *
   * @param from  what the last page said of the older ones
   */
  async mailbox(agentId: string, from: string | undefined): Promise<MailPage> {
    const [, at, id] = /^(\d+)-([\w-]{36})$/.exec(from ?? '') ?? [];
    const rows = await this.database
      .createQueryBuilder(OutboxRow, 'message')
      .select(['message.id', 'message.messageId', 'message.toAddress', 'message.subject', 'message.createdAt'])
      .where("message.agentId = :agentId AND message.state = 'sent'", { agentId })
      .andWhere(at === undefined ? '1 = 1' : '(message.createdAt, message.id) < (:at, :id)', { at: new Date(Number(at)), id })
      .orderBy('message.createdAt', 'DESC')
      .addOrderBy('message.id', 'DESC')
      .limit(A_PAGE + 1)
      .getMany();
    const page = rows.slice(0, A_PAGE);
    const last = rows.length > A_PAGE ? page.at(-1) : undefined;
    const arrived = await this.arrived(page.map(({ messageId }) => messageId));
    return {
      messages: page.flatMap((row) => {
        const own = arrived.get(row.messageId);
        return own === undefined ? [] : summaryOf(row, own);
      }),
      older: last ? `${last.createdAt.getTime()}-${last.id}` : null,
    };
  }

  /** Of messages those that are in the stand-in mailbox: what it calls each, by Message-ID. */
  private async arrived(messageIds: readonly string[]): Promise<Map<string, string>> {
    if (messageIds.length === 0) return new Map();
    const query = new URLSearchParams(messageIds.map((each): [string, string] => ['messageId', each]));
    const found = (await (await this.ask(`/?${query.toString()}`)).json()) as { id: string; messageId: string }[];
    return new Map(found.map(({ id, messageId }) => [messageId, id]));
  }

  async mail(agentId: string, id: string): Promise<MailMessage & { html: string }> {
    const name = found(/^\w{1,60}$/.test(id) ? id : null, 'message');
    const mail = await simpleParser(Buffer.from(await (await this.ask(`/${name}.eml`)).arrayBuffer()));
    const row = await this.database.getRepository(OutboxRow).findOneBy({ agentId, messageId: mail.messageId ?? '' });
    const headers = mail.headerLines.map(({ key, line }): [string, string] => [key, line.slice(line.indexOf(':') + 1).trim()]);
    return { ...summaryOf(found(row, 'message'), id), text: mail.text ?? '', headers, html: clean(mail.html || '') };
  }

  private async ask(path: string): Promise<Response> {
    const mailbox = found(this.config.mail.mailbox, 'mailbox');
    const response = await fetch(`${mailbox}${path}`, { signal: AbortSignal.timeout(5000) });
    return found(response.ok ? response : null, 'message');
  }
}

function summaryOf({ toAddress, subject, createdAt }: OutboxRow, id: string): MailSummary {
  return { id, to: toAddress, subject, sentAt: createdAt.toISOString() };
}

/** The policy of a message shown as a page: pictures and styles, and nothing that acts; its links open outside the frame. */
export const LETTER_POLICY =
  "default-src 'none'; img-src 'self'; style-src 'unsafe-inline'; sandbox allow-popups; frame-ancestors 'self'";

/** A message's HTML without anything that could act. */
export function clean(html: string): string {
  return sanitizeHtml(html, {
    allowedTags: [...sanitizeHtml.defaults.allowedTags, 'img', 'style', 'html', 'head', 'body', 'center'],
    allowedAttributes: {
      '*': [
        'style',
        'class',
        'align',
        'width',
        'height',
        'border',
        'cellpadding',
        'cellspacing',
        'role',
        'bgcolor',
        'valign',
        'lang',
        'dir',
      ],
      a: ['href', 'target'],
      img: ['src', 'alt'],
    },
    allowedSchemes: ['http', 'https', 'mailto', 'tel'],
    allowVulnerableTags: true,
  });
}
