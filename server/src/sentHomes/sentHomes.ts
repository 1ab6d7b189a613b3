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

  /** When each of some homes was told to each of some households last, by an alert or by hand: `told.get(clientId)?.get(listingKey)`. */
  async toldLast(clientIds: readonly string[], keys: readonly string[]): Promise<Map<string, Map<string, Date>>> {
    if (clientIds.length === 0 || keys.length === 0) return new Map();
    const rows = await this.database.query<{ clientId: string; listingKey: string; at: Date }[]>(
      `SELECT clientId, listingKey, MAX(at) AS at FROM (
         SELECT s.clientId, i.listingKey, i.toldAt AS at FROM alert_items i JOIN searches s ON s.id = i.searchId
           WHERE s.clientId IN (?) AND i.listingKey IN (?) AND i.toldAt IS NOT NULL
         UNION ALL
         SELECT clientId, listingKey, at FROM sent_homes WHERE clientId IN (?) AND listingKey IN (?)
       ) AS told GROUP BY clientId, listingKey`,
      [clientIds, keys, clientIds, keys],
    );
    const told = new Map<string, Map<string, Date>>();
    for (const { clientId, listingKey, at } of rows)
      told.set(clientId, (told.get(clientId) ?? new Map<string, Date>()).set(listingKey, at));
    return told;
  }

  /** Keeps that homes are sent, in the transaction that does. */
  async add(manager: EntityManager, clientId: string, listingKeys: readonly string[], at: Date): Promise<void> {
    await manager.insert(
      SentHomeRow,
      listingKeys.map((listingKey) => ({ clientId, listingKey, at })),
    );
  }
}
