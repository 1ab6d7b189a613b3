import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { StartingSet } from '@perambula/contract';
import { DataSource } from 'typeorm';
import { found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import type { StartingSetBody } from './dto/bodies.js';
import { SearchDocuments } from './search.documents.js';
import { StartingSetRow } from './search.entity.js';

/** An agent's usual ways to start a search; at most one is the default. */
@Injectable()
export class StartingSetsService {
  constructor(
    private readonly database: DataSource,
    private readonly documents: SearchDocuments,
  ) {}

  async list(agentId: string): Promise<StartingSet[]> {
    const rows = await this.database.getRepository(StartingSetRow).find({ where: { agentId }, order: { name: 'ASC' } });
    return rows.map(({ id, name, document, isDefault }) => ({ id, name, document, isDefault }));
  }

  create(agentId: string, body: StartingSetBody): Promise<StartingSet> {
    return this.put(agentId, randomUUID(), body);
  }

  async update(agentId: string, id: string, body: StartingSetBody): Promise<StartingSet> {
    await this.own(agentId, id);
    return this.put(agentId, id, body);
  }

  async remove(agentId: string, id: string): Promise<void> {
    await this.own(agentId, id);
    await this.database.getRepository(StartingSetRow).delete({ id });
  }

  private async own(agentId: string, id: string): Promise<StartingSetRow> {
    return found(await this.database.getRepository(StartingSetRow).findOneBy({ id, agentId }), 'starting set');
  }

  private async put(agentId: string, id: string, body: StartingSetBody): Promise<StartingSet> {
    const set: StartingSet = {
      id,
      name: body.name.trim(),
      document: await this.documents.read(body.document),
      isDefault: body.isDefault,
    };
    await inTransaction(this.database, async (manager) => {
      if (set.isDefault) await manager.update(StartingSetRow, { agentId }, { isDefault: false });
      await manager.save(StartingSetRow, { ...set, agentId });
    });
    return set;
  }
}
