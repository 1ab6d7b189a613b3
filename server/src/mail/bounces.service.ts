import { readFile } from 'node:fs/promises';
import { Injectable } from '@nestjs/common';
import type { Bounced } from '@perambula/contract';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { EventsService } from '../events/index.js';
import { TimelineEntries } from '../timelineEntries/index.js';
import { addressComplained, addressFailed } from './failedAddress.js';
import { OutboxRow } from './outbox.entity.js';

/** What a report says of one message. */
interface Report {
  /** It came back, or its reader called it unwanted. */
  readonly kind: 'failed' | 'complaint';
  readonly messageIds: readonly string[];
  /** RFC 3463's code, as 5.1.1; null where none is given. */
  readonly status: string | null;
  readonly reason: string;
}

/**
 * Takes messages that came back: their reader's address is not written to again before it is confirmed anew. Of one whose
 * reader called it unwanted, that is a stop.
 */
@Injectable()
export class Bounces {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly entries: TimelineEntries,
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
        const lastError = report.kind === 'complaint' ? COMPLAINED : `It came back: ${report.reason}`.slice(0, 300);
        await manager.update(OutboxRow, { id: row.id }, { state: 'failed', lastError });
        if (report.kind === 'failed') await addressFailed(manager, row);
        else await this.complained(manager, row);
        await this.events.say(row.agentId, 'mail', manager);
        taken++;
      }
      return { taken };
    });
  }

  private async complained(manager: EntityManager, row: OutboxRow): Promise<void> {
    await addressComplained(manager, row, this.clock.date());
    const { clientId, personId, toName } = row;
    if (personId !== '')
      await this.entries.add({ clientId, personId, kind: 'person', text: `${toName} called “${row.subject}” unwanted` }, manager);
  }
}

const COMPLAINED = 'Its reader called it unwanted. Nothing more is sent to them, unless they ask for it.';

/** Reads a delivery status notification (RFC 3464), or a complaint (RFC 5965); null for any other message. */
async function readReport(raw: Buffer): Promise<Report | null> {
  // read when first needed: every thread has this file
  const { simpleParser } = await import('mailparser');
  // what the parser's own limits refuse is no report
  const { attachments } = await simpleParser(raw, { keepDeliveryStatus: true }).catch(() => ({ attachments: [] }));
  const part = (type: RegExp): string =>
    attachments.find(({ contentType }) => type.test(contentType))?.content.toString('utf8') ?? '';
  const original = part(/^(message\/(global|rfc822|rfc822-headers)|text\/rfc822-headers)/);
  const messageIds = [...original.matchAll(/^Message-ID:\s*(<[^<>\s]+>)/gim)].map(([, id]) => id as string);
  const feedback = part(/^message\/feedback-report$/);
  if (fieldOf(feedback, 'Feedback-Type')?.toLowerCase() === 'abuse')
    return { kind: 'complaint', messageIds, status: null, reason: '' };
  const status = part(/^message\/(global-)?delivery-status$/);
  if (status === '') return null;
  const field = (name: string): string | null => fieldOf(status, name);
  // some give warnings while they still try
  if (field('Action')?.toLowerCase() !== 'failed') return null;
  const diagnosis = field('Diagnostic-Code')?.replace(/^smtp;\s*/i, '');
  return {
    kind: 'failed',
    messageIds,
    status: field('Status'),
    reason: diagnosis ?? field('Status') ?? 'it could not be delivered',
  };
}

/** A header field's value in a part of a report, unfolded; null where it is not there. */
function fieldOf(part: string, name: string): string | null {
  return new RegExp(`^${name}:[ \\t]*(.+(?:\\r?\\n[ \\t]+.+)*)`, 'im').exec(part)?.[1]?.replace(/\s+/g, ' ').trim() ?? null;
}

/** Whether it would not help to send the message again (RFC 3463: the first figure is 5). */
function isForGood({ status }: Report): boolean {
  return status === null || status.startsWith('5');
}
