import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { isOwnKey } from '@perambula/contract';
import type { Shortlist, ShortlistItem, Stage } from '@perambula/contract';
import { forAudience, newsSince } from '@perambula/core';
import type { ListingChange, ListingRecord, NewsSince } from '@perambula/core';
import { DataSource, In, IsNull, LessThan, Like, Not } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { ListingsService } from '../listings/index.js';
import { Responses } from '../responses/index.js';
import { SentHomes } from '../sentHomes/index.js';
import { ShowingsService } from '../showings/index.js';
import { TimelineEntries } from '../timelineEntries/index.js';
import { ShortlistItemRow, ShortlistRow } from './shortlist.entity.js';
import { stageOf } from './stageOf.js';

export interface HomeOnShortlist {
  readonly shortlistId: string;
  readonly name: string;
  /** Null where it is the agent's own. */
  readonly clientId: string | null;
  readonly listingKey: string;
}

interface ShortlistChange {
  readonly name?: string;
  readonly archived?: boolean;
  readonly clientId?: string;
}

interface ItemChange {
  readonly note?: string;
  readonly stage?: Stage;
  readonly why?: string;
}

/** Which of a household's it finds in its portal. */
const SHARED = { sharedAt: Not(IsNull()), archivedAt: IsNull(), removedAt: IsNull() };

/** A shortlist as its household finds it. */
export interface SharedShortlist {
  readonly id: string;
  readonly name: string;
  readonly homes: readonly { readonly listingKey: string; readonly at: Date }[];
}

const DAY_MS = 86_400_000;
/** For how long what is deleted is kept, so that it can be brought back. */
const KEPT_DELETED_MS = 30 * DAY_MS;

@Injectable()
export class ShortlistsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
    private readonly responses: Responses,
    private readonly showings: ShowingsService,
    private readonly sent: SentHomes,
    private readonly entries: TimelineEntries,
  ) {}

  async list(agentId: string, clientId?: string): Promise<Shortlist[]> {
    const rows = await this.database
      .getRepository(ShortlistRow)
      .find({ where: { agentId, removedAt: IsNull(), ...(clientId ? { clientId } : {}) }, order: { createdAt: 'ASC' } });
    return this.shown(agentId, rows);
  }

  async get(agentId: string, id: string): Promise<Shortlist> {
    const [shortlist] = await this.shown(agentId, [await this.own(agentId, id)]);
    return found(shortlist, 'shortlist');
  }

  /** The agent's shortlists that hold a listing, and how far it got on each. */
  async holding(
    agentId: string,
    listingKey: string,
  ): Promise<{ id: string; name: string; clientId: string | null; stage: Stage }[]> {
    return this.database.query(
      `SELECT s.id, s.name, s.clientId, i.stage FROM shortlist_items i JOIN shortlists s ON s.id = i.shortlistId
       WHERE i.listingKey = ? AND s.agentId = ? AND i.removedAt IS NULL AND s.archivedAt IS NULL AND s.removedAt IS NULL
       ORDER BY s.createdAt`,
      [listingKey, agentId],
    );
  }

  /** The homes on an agent's shortlists that were not dropped. */
  async homesOf(agentId: string): Promise<HomeOnShortlist[]> {
    return this.database.query(
      `SELECT s.id AS shortlistId, s.name, s.clientId, i.listingKey FROM shortlist_items i JOIN shortlists s ON s.id = i.shortlistId
       WHERE s.agentId = ? AND i.stage <> 'dropped' AND i.removedAt IS NULL AND s.archivedAt IS NULL AND s.removedAt IS NULL
       ORDER BY s.createdAt, i.position`,
      [agentId],
    );
  }

  /** @param clientId  null for one of the agent's own */
  async create(agentId: string, clientId: string | null, name: string, listingKeys: readonly string[]): Promise<Shortlist> {
    if (clientId !== null) await this.clients.own(agentId, clientId);
    const id = randomUUID();
    await this.database
      .getRepository(ShortlistRow)
      .insert({ id, agentId, clientId, name: name.trim(), createdAt: this.clock.date(), archivedAt: null });
    return this.add(agentId, id, listingKeys);
  }

  /** Adds listings at the end; those already there stay where they are. */
  async add(agentId: string, id: string, listingKeys: readonly string[]): Promise<Shortlist> {
    const { clientId } = await this.own(agentId, id);
    if (clientId !== null) await this.guardForOthers(listingKeys);
    const records = await this.listings.byKeys(listingKeys, agentId);
    const missing = listingKeys.find((key) => !records.has(key));
    if (missing !== undefined) throw new Failure('thing.missing', `There is no listing ${missing}.`);
    await inTransaction(this.database, async (manager) => {
      await manager.findOne(ShortlistRow, { where: { id }, lock: { mode: 'pessimistic_write' } });
      const there = await manager.findBy(ShortlistItemRow, { shortlistId: id });
      const keys = new Set(there.filter(({ removedAt }) => removedAt === null).map(({ listingKey }) => listingKey));
      const fresh = listingKeys.filter((key) => !keys.has(key));
      // what was taken off comes anew
      await manager.delete(ShortlistItemRow, { shortlistId: id, listingKey: In(fresh), removedAt: Not(IsNull()) });
      const first = Math.max(-1, ...there.map((item) => item.position)) + 1;
      await manager.insert(
        ShortlistItemRow,
        fresh.map((listingKey, i) => ({
          ...{ id: randomUUID(), shortlistId: id, listingKey, position: first + i, note: '', why: '', removedAt: null },
          stage: 'considering',
          priceWhenAdded: Number(records.get(listingKey)?.['ListPrice']),
          statusWhenAdded: String(records.get(listingKey)?.['StandardStatus']),
          addedAt: this.clock.date(),
        })),
      );
    });
    return this.get(agentId, id);
  }

  async changeItem(agentId: string, id: string, itemId: string, changes: ItemChange): Promise<Shortlist> {
    await this.own(agentId, id);
    const items = this.database.getRepository(ShortlistItemRow);
    const item = found(await items.findOneBy({ id: itemId, shortlistId: id, removedAt: IsNull() }), 'home on this shortlist');
    await items.save({ ...item, ...changes });
    return this.get(agentId, id);
  }

  async removeItem(agentId: string, id: string, itemId: string): Promise<Shortlist> {
    await this.own(agentId, id);
    const removedAt = this.clock.date();
    await this.database
      .getRepository(ShortlistItemRow)
      .update({ id: itemId, shortlistId: id, removedAt: IsNull() }, { removedAt });
    return this.get(agentId, id);
  }

  /** Puts a home that was taken off back to where it was. */
  async restoreItem(agentId: string, id: string, itemId: string): Promise<Shortlist> {
    await this.own(agentId, id);
    await this.database.getRepository(ShortlistItemRow).update({ id: itemId, shortlistId: id }, { removedAt: null });
    return this.get(agentId, id);
  }

  /** Names a shortlist anew, puts it away (what is put away is in no portal), takes it out again, or gives the agent's own to a client. */
  async change(agentId: string, id: string, { name, archived, clientId }: ShortlistChange): Promise<Shortlist> {
    const row = await this.own(agentId, id);
    if (clientId !== undefined) await this.guardGift(agentId, row, clientId);
    if (archived && row.sharedAt) await this.share(agentId, id, false);
    await this.database.getRepository(ShortlistRow).update(
      { id },
      {
        name: name?.trim() ?? row.name,
        clientId: clientId ?? row.clientId,
        archivedAt: archived === undefined ? row.archivedAt : archived ? this.clock.date() : null,
      },
    );
    return this.get(agentId, id);
  }

  /** A second one with the same homes and notes, in their order; it is not shared. */
  async copy(agentId: string, id: string, name: string): Promise<Shortlist> {
    const { clientId } = await this.own(agentId, id);
    const copyId = randomUUID();
    await inTransaction(this.database, async (manager) => {
      const row = { agentId, clientId, name: name.trim(), createdAt: this.clock.date() };
      await manager.insert(ShortlistRow, { ...row, id: copyId });
      const items = await manager.findBy(ShortlistItemRow, { shortlistId: id, removedAt: IsNull() });
      await manager.insert(
        ShortlistItemRow,
        items.map((item) => ({ ...item, id: randomUUID(), shortlistId: copyId, mergedFrom: null })),
      );
    });
    return this.get(agentId, copyId);
  }

  /** Moves the homes of another of the same client's, or of the agent's own, to the end of one, and deletes the other; of a home on both, this one's stays. */
  async merge(agentId: string, id: string, otherId: string): Promise<Shortlist> {
    const [into, other] = [await this.own(agentId, id), await this.own(agentId, otherId)];
    if (id === otherId || into.clientId !== other.clientId)
      throw new Failure('request.invalid', 'Only two shortlists of one client, or two of your own, become one. Choose another.', {
        path: 'otherId',
      });
    await inTransaction(this.database, async (manager) => {
      await manager.find(ShortlistRow, {
        where: { id: In([id, otherId]) },
        order: { id: 'ASC' },
        lock: { mode: 'pessimistic_write' },
      });
      await manager.delete(ShortlistItemRow, { shortlistId: id, removedAt: Not(IsNull()) });
      const there = await manager.findBy(ShortlistItemRow, { shortlistId: id });
      const known = new Set(there.map(({ listingKey }) => listingKey));
      const come = await manager.find(ShortlistItemRow, {
        where: { shortlistId: otherId, removedAt: IsNull() },
        order: { position: 'ASC' },
      });
      let position = Math.max(-1, ...there.map((item) => item.position));
      for (const item of come.filter(({ listingKey }) => !known.has(listingKey)))
        await manager.update(ShortlistItemRow, { id: item.id }, { shortlistId: id, position: ++position, mergedFrom: otherId });
      await manager.update(ShortlistRow, { id: otherId }, { removedAt: this.clock.date() });
    });
    return this.get(agentId, id);
  }

  /** Deletes a shortlist; it can be brought back for thirty days. */
  async remove(agentId: string, id: string): Promise<void> {
    await this.own(agentId, id);
    await inTransaction(this.database, async (manager) => {
      const long = { agentId, removedAt: LessThan(new Date(this.clock.now() - KEPT_DELETED_MS)) };
      for (const { id: old } of await manager.findBy(ShortlistRow, long)) await deleteWhole(manager, old);
      await manager.update(ShortlistRow, { id }, { removedAt: this.clock.date() });
    });
  }

  /** Brings back a shortlist that was deleted, or made part of another: its homes come back from there as they are now. */
  async restore(agentId: string, id: string): Promise<Shortlist> {
    const where = { id, agentId, removedAt: Not(IsNull()) };
    await inTransaction(this.database, async (manager) => {
      found(await manager.findOne(ShortlistRow, { where, lock: { mode: 'pessimistic_write' } }), 'deleted shortlist');
      await manager.update(ShortlistRow, { id }, { removedAt: null });
      await manager.update(ShortlistItemRow, { mergedFrom: id }, { shortlistId: id, mergedFrom: null });
    });
    return this.get(agentId, id);
  }

  /** Puts the items in a new order, which must name each of them once. */
  async reorder(agentId: string, id: string, itemIds: readonly string[]): Promise<Shortlist> {
    await this.own(agentId, id);
    await inTransaction(this.database, async (manager) => {
      await manager.findOne(ShortlistRow, { where: { id }, lock: { mode: 'pessimistic_write' } });
      const items = await manager.findBy(ShortlistItemRow, { shortlistId: id, removedAt: IsNull() });
      const there = new Set(items.map((item) => item.id));
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
    if (clientId === null)
      throw new Failure(
        'request.invalid',
        'This shortlist is your own. Give it to a client first; then it can be shared with them.',
      );
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
      .find({ where: { clientId, ...SHARED }, order: { createdAt: 'ASC' } });
    const items = await this.database.getRepository(ShortlistItemRow).find({
      where: { shortlistId: In(rows.map(({ id }) => id)), stage: Not('dropped'), removedAt: IsNull() },
      order: { position: 'ASC' },
    });
    // what came after they ordered the others stands at the end
    const theirs = (item: ShortlistItemRow): number => item.ownPosition ?? Infinity;
    items.sort((a, b) => (theirs(a) === theirs(b) ? 0 : theirs(a) - theirs(b)));
    return rows.map(({ id, name, sharedAt }) => ({
      id,
      name,
      homes: items
        .filter(({ shortlistId }) => shortlistId === id)
        .map(({ listingKey, addedAt }) => ({ listingKey, at: sharedAt !== null && sharedAt > addedAt ? sharedAt : addedAt })),
    }));
  }

  /** A household puts the homes of a shared shortlist in its own order; those that it does not name come after them. */
  async orderByHousehold(clientId: string, id: string, listingKeys: readonly string[]): Promise<void> {
    await this.guardShared(clientId, id);
    await inTransaction(this.database, async (manager) => {
      const items = await manager.find(ShortlistItemRow, { where: { shortlistId: id }, lock: { mode: 'pessimistic_write' } });
      for (const item of items) {
        const place = listingKeys.indexOf(item.listingKey);
        await manager.update(ShortlistItemRow, { id: item.id }, { ownPosition: place < 0 ? null : place });
      }
    });
  }

  /** Somebody of a household takes a home off a shared shortlist, or puts it back. @throws Failure where it is not on it */
  async dropByHousehold(clientId: string, id: string, listingKey: string, dropped: boolean, who: string): Promise<void> {
    await this.guardShared(clientId, id);
    const items = this.database.getRepository(ShortlistItemRow);
    const there = { shortlistId: id, listingKey, removedAt: IsNull() };
    found((await items.existsBy(there)) || null, 'home on this shortlist');
    const tookOff = 'took it off.';
    if (dropped) await items.update(there, { stage: 'dropped', why: `${who} ${tookOff}` });
    // what the agent dropped, or took further, is not theirs to put back
    else await items.update({ ...there, stage: 'dropped', why: Like(`% ${tookOff}`) }, { stage: 'considering', why: '' });
  }

  private async guardShared(clientId: string, id: string): Promise<void> {
    const where = { id, clientId, ...SHARED };
    found((await this.database.getRepository(ShortlistRow).existsBy(where)) || null, 'shortlist in this portal');
  }

  async isSharedWith(clientId: string, listingKey: string): Promise<boolean> {
    const shared = await this.sharedWith(clientId);
    return shared.some(({ homes }) => homes.some((home) => home.listingKey === listingKey));
  }

  private async own(agentId: string, id: string): Promise<ShortlistRow> {
    return found(await this.database.getRepository(ShortlistRow).findOneBy({ id, agentId, removedAt: IsNull() }), 'shortlist');
  }

  /** @throws Failure where one of the listings is of an agent's own file, which no client may be told of */
  private async guardForOthers(listingKeys: readonly string[]): Promise<void> {
    for (const key of listingKeys.filter(isOwnKey)) await this.listings.forOthers(key);
  }

  private async guardGift(agentId: string, row: ShortlistRow, clientId: string): Promise<void> {
    await this.clients.own(agentId, clientId);
    if (row.clientId !== null && row.clientId !== clientId)
      throw new Failure('request.invalid', 'This shortlist is a client’s already.', { path: 'clientId' });
    const items = await this.database.getRepository(ShortlistItemRow).findBy({ shortlistId: row.id, removedAt: IsNull() });
    await this.guardForOthers(items.map(({ listingKey }) => listingKey));
  }

  private async shown(agentId: string, rows: readonly ShortlistRow[]): Promise<Shortlist[]> {
    const items = await this.database
      .getRepository(ShortlistItemRow)
      .find({ where: { shortlistId: In(rows.map(({ id }) => id)), removedAt: IsNull() }, order: { position: 'ASC' } });
    const records = await this.listings.byKeys(
      items.map(({ listingKey }) => listingKey),
      agentId,
    );
    const clientIds = [...new Set(rows.flatMap(({ clientId }) => clientId ?? []))];
    const reactions = await this.responses.reactionsOf(clientIds);
    const people = new Map((await this.clients.everyoneOf(clientIds)).map(({ id, name }) => [id, name]));
    const names = new Map((await this.clients.all(agentId, { archived: true })).map(({ id, name }) => [id, name]));
    const now = this.clock.date();
    const keys = [...new Set(items.map(({ listingKey }) => listingKey))];
    const told = await this.sent.toldLast(clientIds, keys);
    const sent = [...told.values()].flatMap((dates) => [...dates.values()]).map(Number);
    const changes = await this.listings.changesOf(sent.length > 0 ? keys : [], new Date(Math.min(Date.now(), ...sent)));
    const anew = await this.listings.listedAnew(keys);
    const openHouses = await this.listings.openHousesAhead(keys, now);
    const showings = await this.showings.ofClients(clientIds);
    return rows.map(({ id, clientId, name, sharedAt, archivedAt }) => ({
      id,
      clientId,
      clientName: clientId === null ? null : (names.get(clientId) ?? ''),
      name,
      sharedAt: sharedAt?.toISOString() ?? null,
      archivedAt: archivedAt?.toISOString() ?? null,
      items: items
        .filter(({ shortlistId }) => shortlistId === id)
        .map((item) => ({
          id: item.id,
          listingKey: item.listingKey,
          note: item.note,
          why: item.why,
          ownPosition: item.ownPosition,
          stage: stageOf(
            item.stage,
            showings.filter((showing) => showing.clientId === clientId && showing.listingKey === item.listingKey),
            now.getTime(),
          ),
          addedAt: item.addedAt.toISOString(),
          sinceAdded: sinceAdded(item, records.get(item.listingKey)),
          ...sinceSent(
            clientId === null ? undefined : told.get(clientId)?.get(item.listingKey),
            changes.filter(({ ListingKey }) => ListingKey === item.listingKey),
          ),
          openHouses: (openHouses.get(item.listingKey) ?? []).map((at) => at.toISOString()),
          listing: forAudience(records.get(item.listingKey) ?? {}, 'agent'),
          anew: anew.get(item.listingKey) ?? null,
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

/** What is different since a home was put on a shortlist, by what was noted then. */
function sinceAdded({ priceWhenAdded, statusWhenAdded }: ShortlistItemRow, record: ListingRecord | undefined): NewsSince {
  const [price, status] = [
    Number(record?.['ListPrice'] ?? priceWhenAdded),
    String(record?.['StandardStatus'] ?? statusWhenAdded),
  ];
  return {
    price: price === priceWhenAdded ? null : { from: priceWhenAdded, to: price },
    status: status === statusWhenAdded ? null : { from: statusWhenAdded, to: status },
  };
}

/** When a household was told of a home last, and what is different since. */
function sinceSent(at: Date | undefined, changes: readonly ListingChange[]): Pick<ShortlistItem, 'sentAt' | 'sinceSent'> {
  return { sentAt: at?.toISOString() ?? null, sinceSent: at ? newsSince(changes, at.getTime()) : null };
}

/** Deletes a shortlist with its homes, in the caller's transaction. */
async function deleteWhole(manager: EntityManager, id: string): Promise<void> {
  await manager.delete(ShortlistItemRow, { shortlistId: id });
  await manager.delete(ShortlistRow, { id });
}
