import { readFile } from 'node:fs/promises';
import { Injectable } from '@nestjs/common';
import type { Bounced } from '@perambula/contract';
import { DataSource } from 'typeorm';
import { EventsService } from '../events/index.js';
import { addressFailed } from './failedAddress.js';
import { OutboxRow } from './outbox.entity.js';

/** What a report says of one message: for good or not, and why. */
interface Report {
  readonly messageIds: readonly string[];
  /** RFC 3463's code, as 5.1.1; null where none is given. */
  readonly status: string | null;
  readonly reason: string;
}

/** Takes messages that came back: their reader's address is not written to again before it is confirmed anew. */
@Injectable()
export class Bounces {
  constructor(
    private readonly database: DataSource,
    private readonly events: EventsService,
  ) {}

  /** Takes a report from a file, as it came. Done at the desk. */
  async take(path: string): Promise<Bounced> {
    const report = await readReport(await readFile(path));
    if (!report || !isForGood(report)) return { taken: 0 };
    return this.database.transaction(async (manager) => {
      let taken = 0;
      for (const messageId of report.messageIds) {
        const row = await manager.findOneBy(OutboxRow, { messageId, state: 'sent' });
        if (!row) continue;
        const lastError = `It came back: ${report.reason}`.slice(0, 300);
        await manager.update(OutboxRow, { id: row.id }, { state: 'failed', lastError });
        await addressFailed(manager, row);
        await this.events.say(row.agentId, 'mail', manager);
        taken++;
      }
      return { taken };
    });
  }
}

/** Reads a delivery status notification (RFC 3464); null for any other message. */
async function readReport(raw: Buffer): Promise<Report | null> {
  // read when first needed: every thread has this file
  const { simpleParser } = await import('mailparser');
  // what the parser's own limits refuse is no report
  const { attachments } = await simpleParser(raw, { keepDeliveryStatus: true }).catch(() => ({ attachments: [] }));
  const part = (type: RegExp): string =>
    attachments.find(({ contentType }) => type.test(contentType))?.content.toString('utf8') ?? '';
  const status = part(/^message\/(global-)?delivery-status$/);
  if (status === '') return null;
  const field = (name: string): string | null =>
    new RegExp(`^${name}:[ \\t]*(.+(?:\\r?\\n[ \\t]+.+)*)`, 'im').exec(status)?.[1]?.replace(/\s+/g, ' ').trim() ?? null;
  // some give warnings while they still try
  if (field('Action')?.toLowerCase() !== 'failed') return null;
  const original = part(/^(message\/(global|rfc822|rfc822-headers)|text\/rfc822-headers)/);
  const messageIds = [...original.matchAll(/^Message-ID:\s*(<[^<>\s]+>)/gim)].map(([, id]) => id as string);
  const diagnosis = field('Diagnostic-Code')?.replace(/^smtp;\s*/i, '');
  return { messageIds, status: field('Status'), reason: diagnosis ?? field('Status') ?? 'it could not be delivered' };
}

/** Whether it would not help to send the message again (RFC 3463: the first figure is 5). */
function isForGood({ status }: Report): boolean {
  return status === null || status.startsWith('5');
}
