import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { SentHomeRow } from './sent.home.entity.js';

/** Which homes were chosen for a household and sent, besides those that its alerts told. */
@Injectable()
export class SentHomes {
  constructor(private readonly database: DataSource) {}

  /** The latest first. */
  of(clientId: string): Promise<SentHomeRow[]> {
    return this.database.getRepository(SentHomeRow).find({ where: { clientId }, order: { at: 'DESC', id: 'DESC' } });
  }

  has(clientId: string, listingKey: string): Promise<boolean> {
    return this.database.getRepository(SentHomeRow).existsBy({ clientId, listingKey });
  }

  /** Keeps that homes are sent, in the transaction that does. */
  async add(manager: EntityManager, clientId: string, listingKeys: readonly string[], at: Date): Promise<void> {
    await manager.insert(
      SentHomeRow,
      listingKeys.map((listingKey) => ({ clientId, listingKey, at })),
    );
  }
}
