import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { BoundEffect, KeptBound, SavedSearch } from '@perambula/contract';
import type { DrawnShape, Search } from '@perambula/core';
import { DataSource } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { SavedSearches, SearchDocuments, SearchesService } from '../searches/index.js';
import { KeptBoundRow } from './bound.entity.js';
import type { KeptBoundBody } from './dto/bodies.js';

/** Bounds kept by name. A change of one is a change of every saved search that has it. */
@Injectable()
export class BoundsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly searches: SearchesService,
    private readonly saved: SavedSearches,
    private readonly clients: ClientsService,
    private readonly documents: SearchDocuments,
  ) {}

  async list(agentId: string): Promise<KeptBound[]> {
    const rows = await this.database.getRepository(KeptBoundRow).find({ where: { agentId }, order: { name: 'ASC' } });
    const searches = await this.saved.list(agentId);
    return rows.map((row) => keptBound(row, searches));
  }

  async create(agentId: string, body: KeptBoundBody): Promise<KeptBound> {
    const row = { id: randomUUID(), agentId, ...(await this.read(body)), updatedAt: this.clock.date() };
    await this.guardName(agentId, row);
    await this.database.getRepository(KeptBoundRow).insert(row);
    return keptBound(row, []);
  }

  /** Keeps it as it now is, and gives the saved searches that have it its new name and shape. */
  async update(agentId: string, id: string, body: KeptBoundBody): Promise<KeptBound> {
    const row = { ...(await this.own(agentId, id)), ...(await this.read(body)), updatedAt: this.clock.date() };
    await this.guardName(agentId, row);
    await this.database.getRepository(KeptBoundRow).save(row);
    for (const { id: searchId, name, version, document } of await this.having(agentId, id)) {
      await this.saved.update(agentId, searchId, { name, version, document: withBound(document, row) });
    }
    return keptBound(row, await this.saved.list(agentId));
  }

  /** What another shape would do, search by search; those that it would not change at all come last. */
  async effect(agentId: string, id: string, shape: unknown): Promise<BoundEffect[]> {
    const row = await this.own(agentId, id);
    const changed = { ...row, shape: await this.readDrawn(shape) };
    const effects: BoundEffect[] = [];
    for (const search of await this.having(agentId, id)) {
      const { onlyA, onlyB, both } = await this.searches.compare(agentId, search.document, withBound(search.document, changed), {
        part: 'both',
        offset: 0,
        limit: 1,
      });
      const client = search.clientId ? await this.clients.own(agentId, search.clientId) : null;
      effects.push({
        searchId: search.id,
        name: search.name,
        clientName: client?.name ?? null,
        cadence: search.alert?.state === 'running' ? search.alert.cadence : null,
        before: onlyA + both,
        after: onlyB + both,
        comes: onlyB,
        goes: onlyA,
      });
    }
    return effects.sort((a, b) => b.comes + b.goes - a.comes - a.goes);
  }

  /** Searches that have it keep their copies. */
  async remove(agentId: string, id: string): Promise<void> {
    await this.own(agentId, id);
    await this.database.getRepository(KeptBoundRow).delete({ id });
  }

  private async having(agentId: string, id: string): Promise<SavedSearch[]> {
    return (await this.saved.list(agentId)).filter((search) => has(search, id));
  }

  private async own(agentId: string, id: string): Promise<KeptBoundRow> {
    return found(await this.database.getRepository(KeptBoundRow).findOneBy({ id, agentId }), 'bound');
  }

  private async read({ name, note, shape }: KeptBoundBody): Promise<Pick<KeptBoundRow, 'name' | 'note' | 'shape'>> {
    return { name: name.trim(), note: note.trim(), shape: await this.readDrawn(shape) };
  }

  private async readDrawn(value: unknown): Promise<DrawnShape> {
    const shape = await this.documents.readShape(value);
    if (shape.type === 'TravelTime')
      throw new Failure('search.invalid', 'Minutes about a place are kept with a search, not by a name of their own.', {
        path: 'shape.type',
      });
    return shape;
  }

  /** The finder knows bounds by their names. */
  private async guardName(agentId: string, { id, name }: Pick<KeptBoundRow, 'id' | 'name'>): Promise<void> {
    const other = await this.database.getRepository(KeptBoundRow).findOneBy({ agentId, name });
    if (other && other.id !== id)
      throw new Failure('bound.named', `You keep another bound called “${other.name}”. Choose another name.`);
  }
}

function has({ document }: SavedSearch, id: string): boolean {
  return document.bounds.some(({ keptId }) => keptId === id);
}

function withBound(document: Search, { id, name, shape }: Pick<KeptBoundRow, 'id' | 'name' | 'shape'>): Search {
  return { ...document, bounds: document.bounds.map((bound) => (bound.keptId === id ? { ...bound, name, shape } : bound)) };
}

function keptBound({ id, name, note, shape, updatedAt }: KeptBoundRow, searches: readonly SavedSearch[]): KeptBound {
  return {
    id,
    name,
    note,
    shape,
    updatedAt: updatedAt.toISOString(),
    searches: searches.filter((search) => has(search, id)).length,
  };
}
