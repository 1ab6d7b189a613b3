import { Inject, Injectable } from '@nestjs/common';
import type { MailManner, MailMessage, MailPage, MailSummary } from '@perambula/contract';
import { DataSource } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { found } from '../common/failure.js';
import { clean, newestFirst, OutboxRow } from '../mail/index.js';

/** Messages shown at once. */
const A_PAGE = 50;

/** The mailbox of the demo's mail server: what arrived there of an agent's messages. */
@Injectable()
export class Mailbox {
  constructor(
    private readonly database: DataSource,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /**
   * The agent's messages as they arrived in the stand-in mailbox, newest first, so many at a time.
   *
   * @param from  what the last page said of the older ones
   */
  async page(agentId: string, from: string | undefined): Promise<MailPage> {
    const { rows: page, older } = await newestFirst(this.database, agentId, from, A_PAGE, (query) =>
      query.andWhere("message.state = 'sent'"),
    );
    const arrived = await this.arrived(page.map(({ messageId }) => messageId));
    return {
      messages: page.flatMap((row) => {
        const own = arrived.get(row.messageId);
        return own === undefined ? [] : summaryOf(row, own);
      }),
      older,
    };
  }

  /** Of messages those that are in the stand-in mailbox: what it calls each, by Message-ID. */
  private async arrived(messageIds: readonly string[]): Promise<Map<string, string>> {
    if (messageIds.length === 0) return new Map();
    const query = new URLSearchParams(messageIds.map((each): [string, string] => ['messageId', each]));
    const found = (await (await this.ask(`/?${query.toString()}`)).json()) as { id: string; messageId: string }[];
    return new Map(found.map(({ id, messageId }) => [messageId, id]));
  }

  async message(agentId: string, id: string): Promise<MailMessage & { html: string }> {
    const name = found(/^\w{1,60}$/.test(id) ? id : null, 'message');
    // read when first needed: every thread has this file
    const { simpleParser } = await import('mailparser');
    const mail = await simpleParser(Buffer.from(await (await this.ask(`/${name}.eml`)).arrayBuffer()));
    const row = await this.database.getRepository(OutboxRow).findOneBy({ agentId, messageId: mail.messageId ?? '' });
    const headers = mail.headerLines.map(({ key, line }): [string, string] => [key, line.slice(line.indexOf(':') + 1).trim()]);
    return { ...summaryOf(found(row, 'message'), id), text: mail.text ?? '', headers, html: clean(mail.html || '') };
  }

  /** Has the mail server report a message of the agent's: that it came back, or was unwanted. */
  async report(agentId: string, id: string, kind: string): Promise<void> {
    await this.message(agentId, id);
    await this.ask('/reports', 'POST', { id, kind });
  }

  async manner(): Promise<MailManner> {
    return ((await (await this.ask('/manner')).json()) as { manner: MailManner }).manner;
  }

  async setManner(manner: MailManner): Promise<void> {
    await this.ask('/manner', 'PUT', { manner });
  }

  private async ask(path: string, method = 'GET', body?: object): Promise<Response> {
    const mailbox = found(this.config.mail.mailbox, 'mailbox');
    const response = await fetch(`${mailbox}${path}`, {
      method,
      signal: AbortSignal.timeout(5000),
      ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
    });
    return found(response.ok ? response : null, 'message');
  }
}

function summaryOf({ toAddress, subject, createdAt }: OutboxRow, id: string): MailSummary {
  return { id, to: toAddress, subject, sentAt: createdAt.toISOString() };
}
