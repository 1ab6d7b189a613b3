import { Injectable } from '@nestjs/common';
import type { HeldHome } from '@perambula/contract';
import { addressShown, numberIn } from '@perambula/core';
import { DataSource, In, IsNull, Not } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { LinksService } from '../clients/index.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { ListingsService } from '../listings/index.js';
import { MailService, OutboxRow, whyNotWrite } from '../mail/index.js';
import { AlertRow } from '../schedules/index.js';
import { SearchRow } from '../searches/index.js';
import { AgentRow } from '../sessions/index.js';
import { AlertItemRow, NOT_TOLD } from './alert.entity.js';
import { OfficeInterest } from './officeInterest.js';
import { Digests, gathered, subjectOf, valuesOf } from './digests.js';

/** Messages that wait for their agent's look: what is in them, changed, sent or thrown away. */
@Injectable()
export class HeldMessages {
  constructor(
    private readonly database: DataSource,
    private readonly listings: ListingsService,
    private readonly links: LinksService,
    private readonly mail: MailService,
    private readonly digests: Digests,
    private readonly interest: OfficeInterest,
  ) {}

  /**
   * Lets a held message go, or throws it away; what no reader was told does not stand in the portal either. One that
   * could not be sent is put aside.
   */
  async pass(agentId: string, messageId: string, send: boolean): Promise<void> {
    await inTransaction(this.database, async (manager) => {
      if (!send && (await manager.update(OutboxRow, { id: messageId, agentId, state: 'failed' }, { state: 'dropped' })).affected)
        return;
      const { id, digestId, personId, kind, createdAt } = await this.held(manager, agentId, messageId);
      if (send) {
        const why = await whyNotWrite(manager, personId, kind);
        if (why) throw new Failure('address.stopped', `This message is not sent: ${why}.`);
        if (digestId) await this.leaveOutTold(manager, digestId, createdAt);
        await manager.update(OutboxRow, { id }, { state: 'queued', nextTryAt: new Date() });
        if (digestId) await this.tellOffices(manager, digestId);
        return;
      }
      await manager.delete(OutboxRow, { id });
      if (digestId && !(await manager.existsBy(OutboxRow, { digestId }))) {
        await manager.update(AlertItemRow, { digestId }, { toldAt: null, dropped: NOT_TOLD.keptBack });
      }
    });
  }

  async message(agentId: string, messageId: string): Promise<OutboxRow> {
    return found(await this.database.getRepository(OutboxRow).findOneBy({ id: messageId, agentId }), 'message');
  }

  async homes(agentId: string, messageId: string): Promise<HeldHome[]> {
    const { digestId } = await this.message(agentId, messageId);
    return digestId ? this.homesOf(this.database.manager, digestId) : [];
  }

  /** Leaves a home out or puts it back, and says something of it, in all of the household's copies that are still held. */
  async change(
    agentId: string,
    messageId: string,
    listingKey: string,
    { words, isLeftOut }: Pick<HeldHome, 'words' | 'isLeftOut'>,
  ): Promise<HeldHome[]> {
    return inTransaction(this.database, async (manager) => {
      const { digestId, createdAt } = await this.held(manager, agentId, messageId);
      if (!digestId) throw new Failure('request.invalid', 'This message tells no homes.');
      const one = { digestId, listingKey };
      found((await manager.existsBy(AlertItemRow, one)) || null, 'home in this message');
      await manager.update(AlertItemRow, one, {
        words: words.trim(),
        dropped: isLeftOut ? NOT_TOLD.leftOut : null,
        toldAt: isLeftOut ? null : createdAt,
      });
      await this.writeAnew(manager, digestId);
      return this.homesOf(manager, digestId);
    });
  }

  private async held(manager: EntityManager, agentId: string, id: string): Promise<OutboxRow> {
    const row = await manager.findOne(OutboxRow, { where: { id, agentId, state: 'held' }, lock: { mode: 'pessimistic_write' } });
    return found(row, 'held message');
  }

  /** Leaves out what the household learned of otherwise while the message was held. */
  private async leaveOutTold(manager: EntityManager, digestId: string, since: Date): Promise<void> {
    const items = await manager.findBy(AlertItemRow, { digestId, dropped: IsNull() });
    const [first] = items;
    if (!first) return;
    const search = await manager.findOneByOrFail(SearchRow, { id: first.searchId });
    const keys = items.map(({ listingKey }) => listingKey);
    const { byOthers } = await this.digests.toldLast(manager, search, keys);
    const told = keys.filter((key) => (byOthers.get(key) ?? 0) >= since);
    if (told.length === 0) return;
    await manager.update(AlertItemRow, { digestId, listingKey: In(told) }, { toldAt: null, dropped: NOT_TOLD.already });
    await this.writeAnew(manager, digestId);
  }

  private async tellOffices(manager: EntityManager, digestId: string): Promise<void> {
    const items = await manager.findBy(AlertItemRow, { digestId, dropped: IsNull() });
    const searchId = items[0]?.searchId ?? '';
    if (!(await manager.existsBy(AlertRow, { searchId, tellsOffices: true }))) return;
    const search = await manager.findOneByOrFail(SearchRow, { id: searchId });
    const records = await this.listings.byKeys(items.map(({ listingKey }) => listingKey));
    await this.interest.tell(manager, search, items, records);
  }

  private async homesOf(manager: EntityManager, digestId: string): Promise<HeldHome[]> {
    const items = await manager.find(AlertItemRow, { where: { digestId }, order: { at: 'ASC', id: 'ASC' } });
    const records = await this.listings.byKeys(items.map(({ listingKey }) => listingKey));
    const leftOut = new Set(items.filter(({ dropped }) => dropped).map(({ listingKey }) => listingKey));
    return gathered(items, records).map(({ listing, why, words }) => ({
      listingKey: listing.ListingKey,
      address: addressShown(listing),
      price: numberIn(listing, 'ListPrice'),
      why,
      words,
      isLeftOut: leftOut.has(listing.ListingKey),
    }));
  }

  /** Writes the copies that are held as their items now stand. */
  private async writeAnew(manager: EntityManager, digestId: string): Promise<void> {
    const items = await manager.find(AlertItemRow, { where: { digestId, dropped: IsNull() }, order: { at: 'ASC', id: 'ASC' } });
    const [first] = items;
    if (!first)
      throw new Failure(
        'alert.emptyMessage',
        'It would tell no home that they were not told of meanwhile, or none at all. Choose “Don’t send” to throw it away.',
      );
    const records = await this.listings.byKeys(items.map(({ listingKey }) => listingKey));
    const told = gathered(items, records);
    const search = await manager.findOneByOrFail(SearchRow, { id: first.searchId });
    const alert = await manager.findOneByOrFail(AlertRow, { searchId: search.id });
    const agent = await manager.findOneByOrFail(AgentRow, { id: search.agentId });
    const earlier = await manager.existsBy(AlertItemRow, { searchId: search.id, toldAt: Not(IsNull()), digestId: Not(digestId) });
    const copies = await manager.findBy(OutboxRow, { digestId, state: In(['held']) });
    for (const { id, personId, toName, stopUrl } of copies) {
      const values = valuesOf(toName, search.name, told);
      const subject = subjectOf({ subject: alert.subject, introduced: earlier }, values, told);
      const [portalUrl] = await this.links.make(manager, personId, 'portal');
      await this.mail.writeAnew(manager, id, {
        subject,
        letter: this.digests.letter(alert, values, agent, told, portalUrl, stopUrl),
      });
    }
  }
}
