import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { AlertState, SavedSearch, SearchState } from '@perambula/contract';
import { DataSource, IsNull } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { Schedules } from '../schedules/index.js';
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
    await this.database.transaction(async (manager) => {
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
    });
    return this.get(agentId, id);
  }

  /** Saves over the version that was read; where another was saved meanwhile, says so and changes nothing. */
  async update(agentId: string, id: string, body: { name: string; document: unknown; version: number }): Promise<SavedSearch> {
    const document = await this.documents.read(body.document);
    await this.own(agentId, id);
    const [name, version, now] = [body.name.trim(), body.version + 1, this.clock.date()];
    const isSaved = await this.database.transaction(async (manager) => {
      const change = { name, document, version, updatedAt: now };
      const { affected } = await manager.update(SearchRow, { id, version: body.version }, change);
      if (affected) await manager.insert(SearchStateRow, { searchId: id, version, name, document, savedAt: now });
      return affected === 1;
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
    await this.database.transaction(async (manager) => {
      await manager.delete(SearchRow, { id: search.id });
      await manager.delete(SearchStateRow, { searchId: search.id });
    });
  }
}

function savedSearch(row: SearchRow, alert: AlertState | null): SavedSearch {
  const { id, clientId, name, document, version, updatedAt } = row;
  return { id, clientId, name, document, version, updatedAt: updatedAt.toISOString(), alert };
}
