import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { isOwnKey } from '@perambula/contract';
import type { Shortlist, Stage } from '@perambula/contract';
import { forAudience } from '@perambula/core';
import { DataSource, In, IsNull, Not } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { ListingsService } from '../listings/index.js';
import { Responses } from '../responses/index.js';
import { TimelineEntries } from '../timelineEntries/index.js';
import { ShortlistItemRow, ShortlistRow } from './shortlist.entity.js';

/** A shortlist as its household finds it. */
export interface SharedShortlist {
  readonly id: string;
  readonly name: string;
  readonly homes: readonly { readonly listingKey: string; readonly at: Date }[];
}

@Injectable()
export class ShortlistsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
    private readonly responses: Responses,
    private readonly entries: TimelineEntries,
  ) {}

  async list(agentId: string, clientId?: string): Promise<Shortlist[]> {
    const rows = await this.database
      .getRepository(ShortlistRow)
      .find({ where: { agentId, ...(clientId ? { clientId } : {}) }, order: { createdAt: 'ASC' } });
    return this.shown(agentId, rows);
  }

  async get(agentId: string, id: string): Promise<Shortlist> {
    const [shortlist] = await this.shown(agentId, [await this.own(agentId, id)]);
    return found(shortlist, 'shortlist');
  }

  /** The agent's shortlists that hold a listing, and how far it got on each. */
  async holding(agentId: string, listingKey: string): Promise<{ id: string; name: string; clientId: string; stage: Stage }[]> {
    return this.database.query(
      `SELECT s.id, s.name, s.clientId, i.stage FROM shortlist_items i JOIN shortlists s ON s.id = i.shortlistId
       WHERE i.listingKey = ? AND s.agentId = ? ORDER BY s.createdAt`,
      [listingKey, agentId],
    );
  }

  async create(agentId: string, clientId: string, name: string, listingKeys: readonly string[]): Promise<Shortlist> {
    await this.clients.own(agentId, clientId);
    const id = randomUUID();
    await this.database
      .getRepository(ShortlistRow)
      .insert({ id, agentId, clientId, name: name.trim(), createdAt: this.clock.date() });
    return this.add(agentId, id, listingKeys);
  }

  /** Adds listings at the end; those already there stay where they are. */
  async add(agentId: string, id: string, listingKeys: readonly string[]): Promise<Shortlist> {
    await this.own(agentId, id);
    for (const key of listingKeys.filter(isOwnKey)) await this.listings.forOthers(key);
    const records = await this.listings.byKeys(listingKeys);
    const missing = listingKeys.find((key) => !records.has(key));
    if (missing !== undefined) throw new Failure('thing.missing', `There is no listing ${missing}.`);
    await inTransaction(this.database, async (manager) => {
      await manager.findOne(ShortlistRow, { where: { id }, lock: { mode: 'pessimistic_write' } });
      const there = await manager.findBy(ShortlistItemRow, { shortlistId: id });
      const keys = new Set(there.map(({ listingKey }) => listingKey));
      let position = Math.max(-1, ...there.map((item) => item.position));
      for (const key of listingKeys) {
        const record = records.get(key);
        if (!record || keys.has(key)) continue;
        await manager.insert(ShortlistItemRow, {
          id: randomUUID(),
          shortlistId: id,
          listingKey: key,
          position: ++position,
          note: '',
          stage: 'considering',
          priceWhenAdded: Number(record['ListPrice']),
          statusWhenAdded: String(record['StandardStatus']),
          addedAt: this.clock.date(),
        });
      }
    });
    return this.get(agentId, id);
  }

  async changeItem(agentId: string, id: string, itemId: string, changes: { note?: string; stage?: Stage }): Promise<Shortlist> {
    await this.own(agentId, id);
    const items = this.database.getRepository(ShortlistItemRow);
    const item = found(await items.findOneBy({ id: itemId, shortlistId: id }), 'home on this shortlist');
    await items.save({ ...item, ...changes });
    return this.get(agentId, id);
  }

  async removeItem(agentId: string, id: string, itemId: string): Promise<Shortlist> {
    await this.own(agentId, id);
    await this.database.getRepository(ShortlistItemRow).delete({ id: itemId, shortlistId: id });
    return this.get(agentId, id);
  }

  /** Puts the items in a new order, which must name each of them once. */
  async reorder(agentId: string, id: string, itemIds: readonly string[]): Promise<Shortlist> {
    await this.own(agentId, id);
    await inTransaction(this.database, async (manager) => {
      await manager.findOne(ShortlistRow, { where: { id }, lock: { mode: 'pessimistic_write' } });
      const there = new Set((await manager.findBy(ShortlistItemRow, { shortlistId: id })).map((item) => item.id));
      if (
        itemIds.length !== there.size ||
        new Set(itemIds).size !== there.size ||
        !itemIds.every((itemId) => there.has(itemId))
      ) {
        throw new Failure('request.invalid', 'The order must name every home of the shortlist once. Reload it and try again.', {
          path: 'itemIds',
        });
      }
      for (const [position, itemId] of itemIds.entries()) await manager.update(ShortlistItemRow, { id: itemId }, { position });
    });
    return this.get(agentId, id);
  }

  /** Puts the homes of a shortlist into its household's portal, those that come to it later, too, or takes them out. */
  async share(agentId: string, id: string, shared: boolean): Promise<Shortlist> {
    const { clientId, name } = await this.own(agentId, id);
    await inTransaction(this.database, async (manager) => {
      const change = { sharedAt: shared ? this.clock.date() : null };
      const { affected } = await manager.update(ShortlistRow, { id, sharedAt: shared ? IsNull() : Not(IsNull()) }, change);
      if (!affected) return;
      const text = shared ? `Shared the shortlist “${name}” in the portal` : `Took the shortlist “${name}” out of the portal`;
      await this.entries.add({ clientId, kind: 'shared', text, about: id }, manager);
    });
    return this.get(agentId, id);
  }

  /** The shortlists that a household finds in its portal, and since when it finds which homes; those dropped it does not. */
  async sharedWith(clientId: string): Promise<readonly SharedShortlist[]> {
    const rows = await this.database
      .getRepository(ShortlistRow)
      .find({ where: { clientId, sharedAt: Not(IsNull()) }, order: { createdAt: 'ASC' } });
    const items = await this.database
      .getRepository(ShortlistItemRow)
      .find({ where: { shortlistId: In(rows.map(({ id }) => id)), stage: Not('dropped') }, order: { position: 'ASC' } });
    return rows.map(({ id, name, sharedAt }) => ({
      id,
      name,
      homes: items
        .filter(({ shortlistId }) => shortlistId === id)
        .map(({ listingKey, addedAt }) => ({ listingKey, at: sharedAt !== null && sharedAt > addedAt ? sharedAt : addedAt })),
    }));
  }

  async isSharedWith(clientId: string, listingKey: string): Promise<boolean> {
    const shared = await this.sharedWith(clientId);
    return shared.some(({ homes }) => homes.some((home) => home.listingKey === listingKey));
  }

  private async own(agentId: string, id: string): Promise<ShortlistRow> {
    return found(await this.database.getRepository(ShortlistRow).findOneBy({ id, agentId }), 'shortlist');
  }

  private async shown(agentId: string, rows: readonly ShortlistRow[]): Promise<Shortlist[]> {
    const items = await this.database
      .getRepository(ShortlistItemRow)
      .find({ where: { shortlistId: In(rows.map(({ id }) => id)) }, order: { position: 'ASC' } });
    const records = await this.listings.byKeys(items.map(({ listingKey }) => listingKey));
    const clientIds = [...new Set(rows.map(({ clientId }) => clientId))];
    const reactions = await this.responses.reactionsOf(clientIds);
    const people = new Map((await this.clients.everyoneOf(clientIds)).map(({ id, name }) => [id, name]));
    const names = new Map((await this.clients.all(agentId, { archived: true })).map(({ id, name }) => [id, name]));
    return rows.map(({ id, clientId, name, sharedAt }) => ({
      id,
      clientId,
      clientName: names.get(clientId) ?? '',
      name,
      sharedAt: sharedAt?.toISOString() ?? null,
      items: items
        .filter(({ shortlistId }) => shortlistId === id)
        .map((item) => ({
          id: item.id,
          listingKey: item.listingKey,
          note: item.note,
          stage: item.stage,
          addedAt: item.addedAt.toISOString(),
          priceWhenAdded: item.priceWhenAdded,
          statusWhenAdded: item.statusWhenAdded,
          listing: forAudience(records.get(item.listingKey) ?? {}, 'agent'),
          reactions: reactions
            .filter((reaction) => reaction.listingKey === item.listingKey && reaction.clientId === clientId)
            .map(({ personId, verdict, note, at }) => ({
              person: people.get(personId) ?? '',
              verdict,
              note,
              at: at.toISOString(),
            })),
        })),
    }));
  }
}
