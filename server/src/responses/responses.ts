import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { DataSource, In, IsNull, MoreThanOrEqual } from 'typeorm';
import { ReactionRow, VisitRow } from './response.entities.js';

/** What people do with the homes told to them: they open them, and say what they think. */
@Injectable()
export class Responses {
  constructor(private readonly database: DataSource) {}

  /** What households say of homes, ever or from a moment on, the latest first. */
  reactionsOf(clientIds: readonly string[], from?: Date): Promise<ReactionRow[]> {
    return this.database.getRepository(ReactionRow).find({ where: ofThose(clientIds, from), order: { at: 'DESC' } });
  }

  /** What somebody says of a home; null where they said nothing yet. */
  reactionOf(personId: string, listingKey: string): Promise<ReactionRow | null> {
    return this.database.getRepository(ReactionRow).findOneBy({ personId, listingKey });
  }

  /** When households opened their portal, or a home in it, ever or from a moment on, the latest first. */
  visitsOf(clientIds: readonly string[], from?: Date): Promise<VisitRow[]> {
    return this.database.getRepository(VisitRow).find({ where: ofThose(clientIds, from), order: { at: 'DESC' } });
  }

  /** The last times that somebody opened their portal, the latest first. */
  portalVisitsOf(personId: string, atMost: number): Promise<VisitRow[]> {
    return this.database
      .getRepository(VisitRow)
      .find({ where: { personId, listingKey: IsNull() }, order: { at: 'DESC', id: 'DESC' }, take: atMost });
  }

  /** Somebody opened a home, or with null their portal. */
  async visited(visit: Omit<VisitRow, 'id'>): Promise<void> {
    await this.database.getRepository(VisitRow).insert(visit);
  }

  /** Somebody says what they think of a home; what they said before gives way. */
  async reacted(reaction: Omit<ReactionRow, 'id'>): Promise<void> {
    await this.database
      .getRepository(ReactionRow)
      .upsert(
        { id: randomUUID(), ...reaction },
        { conflictPaths: ['personId', 'listingKey'], skipUpdateIfNoValuesChanged: false },
      );
  }
}

function ofThose(clientIds: readonly string[], from: Date | undefined) {
  return { clientId: In([...clientIds]), ...(from ? { at: MoreThanOrEqual(from) } : {}) };
}
