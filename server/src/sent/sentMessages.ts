import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { SentFilter, SentLetter, SentMessage, SentPage } from '@perambula/contract';
import { DataSource, In } from 'typeorm';
import type { SelectQueryBuilder } from 'typeorm';
import { ClientsService, LinkRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { EventsService } from '../events/index.js';
import { ListingsService } from '../listings/index.js';
import { newestFirst, OutboxRow, whyNotWrite } from '../mail/index.js';

const A_PAGE = 50;

/** All that went out to clients and listing offices, and what became of it. */
@Injectable()
export class SentMessages {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly events: EventsService,
    private readonly listings: ListingsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async page(
    agentId: string,
    { clientId, which, from }: { readonly clientId?: string; readonly which: SentFilter; readonly from?: string },
  ): Promise<SentPage> {
    const { rows, older } = await newestFirst(this.database, agentId, from, A_PAGE, (query) => {
      // what a held message says is not decided yet: it stands on Today
      query.andWhere("message.state <> 'held' AND message.kind <> 'agent'");
      if (clientId) query.andWhere("message.clientId = :clientId AND message.kind <> 'office'", { clientId });
      narrow(query, which);
    });
    return { messages: await this.shown(agentId, rows), older };
  }

  async one(agentId: string, id: string): Promise<SentLetter> {
    const row = found(await this.database.getRepository(OutboxRow).findOneBy({ agentId, id }), 'message');
    const [message] = await this.shown(agentId, [row]);
    const records = await this.listings.byKeys(row.homes ?? []);
    const homes = [...records.values()].map((record) => ({
      listingKey: record.ListingKey,
      address: String(record['UnparsedAddress']),
    }));
    return { ...found(message, 'message'), text: row.text, homes };
  }

  /** Writes a message to the outbox once more, as it was, under a Message-ID of its own. */
  async again(agentId: string, id: string): Promise<string> {
    return inTransaction(this.database, async (manager) => {
      const row = found(await manager.findOneBy(OutboxRow, { agentId, id }), 'message');
      if (!canGoAgain(row))
        throw new Failure(
          'message.notAgain',
          'Only what went out, or could not, is sent again; and no visit that may have changed since.',
        );
      const why = await whyNotWrite(manager, row.personId, row.kind);
      if (why) throw new Failure('address.stopped', `Nothing was sent: ${why}.`);
      const newId = randomUUID();
      await manager.insert(OutboxRow, {
        ...row,
        id: newId,
        messageId: `<${newId}@${this.config.mail.from.split('@').at(-1)}>`,
        state: 'queued',
        tries: 0,
        nextTryAt: new Date(),
        createdAt: this.clock.date(),
        sentAt: null,
        notBefore: null,
        lastError: null,
      });
      // what failed waits for nobody any more
      if (row.state === 'failed')
        await manager.update(
          OutboxRow,
          { id },
          { state: 'dropped', lastError: `${row.lastError ?? ''} It was sent again.`.trim() },
        );
      await this.events.say(agentId, 'mail', manager);
      return newId;
    });
  }

  private async shown(agentId: string, rows: readonly OutboxRow[]): Promise<SentMessage[]> {
    const names = new Map((await this.clients.all(agentId, { archived: true })).map(({ id, name }) => [id, name]));
    const hashes = rows.flatMap(({ linkHash }) => linkHash ?? []);
    const links = await this.database.getRepository(LinkRow).findBy({ tokenHash: In(hashes) });
    const opened = new Map(links.map(({ tokenHash, openedAt }) => [tokenHash, openedAt]));
    return rows.map((row) => ({
      id: row.id,
      clientId: row.kind === 'office' || row.kind === 'agent' ? null : row.clientId,
      clientName: names.get(row.clientId) ?? '',
      to: row.toName,
      toAddress: row.toAddress,
      subject: row.subject,
      kind: row.kind,
      state: row.state,
      createdAt: row.createdAt.toISOString(),
      sentAt: row.sentAt?.toISOString() ?? null,
      notBefore: row.notBefore?.toISOString() ?? null,
      openedAt: opened.get(row.linkHash ?? '')?.toISOString() ?? null,
      lastError: row.lastError,
      canGoAgain: canGoAgain(row),
    }));
  }
}

/** A visit's message speaks of how it stood then, and what asks to confirm an address is asked in its own way. */
function canGoAgain({ kind, state }: OutboxRow): boolean {
  return (state === 'sent' || state === 'failed') && (kind === 'digest' || kind === 'choice' || kind === 'answer');
}

function narrow(query: SelectQueryBuilder<OutboxRow>, which: SentFilter): void {
  const opened = 'EXISTS (SELECT 1 FROM links link WHERE link.tokenHash = message.linkHash AND link.openedAt IS NOT NULL)';
  if (which === 'waiting') query.andWhere("message.state = 'queued'");
  if (which === 'notSent') query.andWhere("message.state IN ('failed', 'dropped')");
  if (which === 'opened') query.andWhere(opened);
  if (which === 'unopened') query.andWhere(`message.state = 'sent' AND message.linkHash IS NOT NULL AND NOT ${opened}`);
}
