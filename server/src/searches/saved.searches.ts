import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { AlertState, SavedSearch, SearchState } from '@perambula/contract';
import { differencesOf } from '@perambula/core';
import type { Search } from '@perambula/core';
import { DataSource, IsNull } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { Schedules } from '../schedules/index.js';
import { TimelineEntries } from '../timelineEntries/index.js';
import { SearchRow, SearchStateRow } from './search.entity.js';
import { SearchDocuments } from './search.documents.js';

/** The searches that agents keep, for a client or for themselves. */
@Injectable()
export class SavedSearches {
  constructor(
    private readonly database: DataSource,
    private readonly clients: ClientsService,
    private readonly clock: Clock,
    private readonly documents: SearchDocuments,
    private readonly schedules: Schedules,
    private readonly entries: TimelineEntries,
  ) {}

  /** The agent's searches of a client, or those of no client; every one when `clientId` is undefined. */
  async list(agentId: string, clientId?: string | null): Promise<SavedSearch[]> {
    const where = { agentId, ...(clientId === undefined ? {} : { clientId: clientId ?? IsNull() }) };
    const rows = await this.database.getRepository(SearchRow).find({ where, order: { updatedAt: 'DESC' } });
    const alerts = await this.schedules.statesOf(rows.map(({ id }) => id));
    return rows.map((row) => savedSearch(row, alerts.get(row.id) ?? null));
  }

  async get(agentId: string, id: string): Promise<SavedSearch> {
    const row = await this.own(agentId, id);
    return savedSearch(row, (await this.schedules.statesOf([id])).get(id) ?? null);
  }

  /** Each version that was saved, the newest first. */
  async states(agentId: string, id: string): Promise<SearchState[]> {
    await this.own(agentId, id);
    const rows = await this.database
      .getRepository(SearchStateRow)
      .find({ where: { searchId: id }, order: { version: 'DESC' }, take: 200 });
    return rows.map(({ version, name, document, savedAt }) => ({ version, name, document, savedAt: savedAt.toISOString() }));
  }

  async own(agentId: string, id: string): Promise<SearchRow> {
    return found(await this.database.getRepository(SearchRow).findOneBy({ id, agentId }), 'search');
  }

  async create(agentId: string, body: { name: string; clientId?: string | null; document: unknown }): Promise<SavedSearch> {
    const document = await this.documents.read(body.document);
    if (body.clientId) await this.clients.own(agentId, body.clientId);
    const id = randomUUID();
    const name = body.name.trim();
    const now = this.clock.date();
    await inTransaction(this.database, async (manager) => {
      await manager.insert(SearchRow, {
        id,
        agentId,
        clientId: body.clientId ?? null,
        name,
        document,
        version: 1,
        updatedAt: now,
      });
      await manager.insert(SearchStateRow, { searchId: id, version: 1, name, document, savedAt: now });
      await this.note(manager, { id, clientId: body.clientId ?? null }, `Search “${name}” kept`);
    });
    return this.get(agentId, id);
  }

  /** Writes down in its file what becomes of a search. */
  private async note(manager: EntityManager, { id, clientId }: Pick<SearchRow, 'id' | 'clientId'>, text: string): Promise<void> {
    if (clientId) await this.entries.add({ clientId, kind: 'search', text, about: id }, manager);
  }

  /** Saves over the version that was read; where another was saved meanwhile, says so and changes nothing. */
  async update(agentId: string, id: string, body: { name: string; document: unknown; version: number }): Promise<SavedSearch> {
    const document = await this.documents.read(body.document);
    const before = await this.own(agentId, id);
    const [name, version, now] = [body.name.trim(), body.version + 1, this.clock.date()];
    const isSaved = await inTransaction(this.database, async (manager) => {
      const change = { name, document, version, updatedAt: now };
      const { affected } = await manager.update(SearchRow, { id, version: body.version }, change);
      if (!affected) return false;
      await manager.insert(SearchStateRow, { searchId: id, version, name, document, savedAt: now });
      await this.note(manager, before, `Search “${name}” changed${sayDifferences(before.document, document)}`);
      return true;
    });
    const current = await this.get(agentId, id);
    if (!isSaved)
      throw new Failure(
        'search.changed',
        'This search was saved elsewhere meanwhile. Look at that version, or save yours as a copy.',
        { current },
      );
    return current;
  }

  async remove(agentId: string, id: string): Promise<void> {
    const search = await this.own(agentId, id);
    const alert = (await this.schedules.statesOf([id])).get(id);
    if (alert && alert.state !== 'stopped')
      throw new Failure('alert.running', 'This search’s alert still writes to its client. Stop the alert first.');
    await inTransaction(this.database, async (manager) => {
      await manager.delete(SearchRow, { id: search.id });
      await manager.delete(SearchStateRow, { searchId: search.id });
      await this.note(manager, search, `Search “${search.name}” deleted`);
    });
  }
}

const MOST_DIFFERENCES = 4;

/** ": Price $400,000 or less → $450,000 or less"; nothing where none counts. */
function sayDifferences(before: Search, after: Search): string {
  const differences = differencesOf(before, after);
  const said = differences.slice(0, MOST_DIFFERENCES).map(({ about, before: was, after: is }) => {
    if (was === null) return `${about} ${is ?? ''}`;
    return is === null ? `no ${about} ${was} any more` : `${about} ${was} → ${is}`;
  });
  const more = differences.length - said.length;
  return said.length === 0 ? '' : `: ${said.join('; ')}${more > 0 ? `; and ${more} more` : ''}`;
}

function savedSearch(row: SearchRow, alert: AlertState | null): SavedSearch {
  const { id, clientId, name, document, version, updatedAt } = row;
  return { id, clientId, name, document, version, updatedAt: updatedAt.toISOString(), alert };
}
