import { Injectable } from '@nestjs/common';
import { In } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { ListingsService } from '../listings/index.js';
import type { AgentRow } from '../sessions/index.js';
import { Invitations } from './invitations.js';
import { OfficeRequests } from './office.requests.js';
import { ShowingRow } from './showing.entity.js';

/** Says to those who wait at agreed visits that the agent comes later. */
@Injectable()
export class LateWords {
  constructor(
    private readonly listings: ListingsService,
    private readonly requests: OfficeRequests,
    private readonly invitations: Invitations,
  ) {}

  /**
   * Writes to the offices of some agreed visits and to their client, in the caller's transaction. Gives how many offices were
   * told, who of the household, and the addresses of homes that nobody could be told of.
   */
  async tell(
    manager: EntityManager,
    agent: AgentRow,
    clientId: string,
    showingIds: readonly string[],
    minutes: number,
  ): Promise<{ offices: number; people: string[]; notTold: string[] }> {
    const showings = await manager.find(ShowingRow, {
      where: { id: In([...showingIds]), clientId, state: 'confirmed' },
      order: { startAt: 'ASC' },
    });
    const records = await this.listings.byKeys(showings.map(({ listingKey }) => listingKey));
    const notTold: string[] = [];
    for (const showing of showings) {
      const record = records.get(showing.listingKey);
      const isTold = record ? await this.requests.late(manager, showing, record, agent, minutes) : false;
      if (!isTold) notTold.push(String(record?.['UnparsedAddress'] ?? showing.listingKey));
    }
    const people = await this.invitations.late(manager, agent, clientId, showings, minutes);
    return { offices: showings.length - notTold.length, people, notTold };
  }
}
