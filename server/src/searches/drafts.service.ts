import { Injectable } from '@nestjs/common';
import type { Draft } from '@perambula/contract';
import { DataSource, Not } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure } from '../common/failure.js';
import type { DraftBody } from './dto/bodies.js';
import { SearchDocuments } from './search.documents.js';
import { DraftRow } from './search.entity.js';
import { SavedSearches } from './saved.searches.js';

const MOST = 30;

/** Searches that were begun or changed and not saved, to be picked up on any day, at any desk. */
@Injectable()
export class DraftsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly searches: SavedSearches,
    private readonly documents: SearchDocuments,
  ) {}

  /** The newest first. */
  async list(agentId: string): Promise<Draft[]> {
    const rows = await this.database.getRepository(DraftRow).find({ where: { agentId }, order: { updatedAt: 'DESC' } });
    return rows.map(draftOf);
  }

  /** Keeps one as it now is. One that was left just like it goes, and of more than are kept the oldest. */
  async put(agentId: string, id: string, body: DraftBody): Promise<Draft> {
    const rows = this.database.getRepository(DraftRow);
    const known = await rows.findOneBy({ id });
    if (known && known.agentId !== agentId) throw new Failure('thing.missing', 'This search is not yours.');
    if (body.clientId) await this.clients.own(agentId, body.clientId);
    if (body.searchId) await this.searches.own(agentId, body.searchId);
    const row: DraftRow = {
      id,
      agentId,
      clientId: body.clientId ?? null,
      searchId: body.searchId ?? null,
      version: body.version,
      name: body.name,
      document: await this.documents.read(body.document),
      updatedAt: this.clock.date(),
    };
    await rows.save(row);
    const others = await rows.find({ where: { agentId, id: Not(id) }, order: { updatedAt: 'DESC' } });
    const said = saidOf(row);
    const same = others.filter((other) => saidOf(other) === said);
    const gone = [...same, ...others.filter((other) => !same.includes(other)).slice(MOST - 1)];
    if (gone.length > 0) await rows.delete(gone.map(({ id: old }) => old));
    return draftOf(row);
  }

  async remove(agentId: string, id: string): Promise<void> {
    await this.database.getRepository(DraftRow).delete({ id, agentId });
  }
}

/** All that two drafts which are alike have in common, as one text. */
function saidOf({ clientId, searchId, name, document }: DraftRow): string {
  return JSON.stringify([clientId, searchId, name, document]);
}

function draftOf({ agentId: _agentId, updatedAt, ...draft }: DraftRow): Draft {
  return { ...draft, updatedAt: updatedAt.toISOString() };
}
