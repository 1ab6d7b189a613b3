import { Injectable } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import type { AgentRow } from '../sessions/index.js';
import { RoundsService } from '../rounds/index.js';
import { LateWords } from '../showings/index.js';
import { VisitNoteRow } from './visit.note.entity.js';

/** Tells those who wait that an agent comes later, or on time after all. */
@Injectable()
export class RunningLate {
  constructor(
    private readonly clock: Clock,
    private readonly rounds: RoundsService,
    private readonly words: LateWords,
  ) {}

  /** Tells the offices of the agreed visits that are still ahead, and the client, in the caller's transaction. Gives in words who was told. */
  async tell(manager: EntityManager, agent: AgentRow, roundId: string, clientId: string, minutes: number): Promise<string> {
    const { homes } = await this.rounds.get(agent.id, roundId);
    const seen = await manager.findBy(VisitNoteRow, { agentId: agent.id, roundId, kind: 'seen' });
    const isAhead = (startAt: string): boolean => Date.parse(startAt) + minutes * 60_000 > this.clock.now();
    const ahead = homes.flatMap(({ listingKey, showing }) =>
      showing?.state === 'confirmed' &&
      showing.startAt !== null &&
      isAhead(showing.startAt) &&
      !seen.some((note) => note.listingKey === listingKey)
        ? [showing.id]
        : [],
    );
    if (ahead.length === 0) return 'Nobody was told: no agreed visit is ahead any more.';
    const { offices, people, notTold } = await this.words.tell(manager, agent, clientId, ahead, minutes);
    const told = [...(offices > 0 ? [offices === 1 ? 'one listing agent' : `${offices} listing agents`] : []), ...people];
    return [
      told.length > 0 ? `Told by e-mail: ${told.join(', ')}.` : 'Nobody could be told by e-mail.',
      ...(notTold.length > 0 ? [`Ring for ${notTold.join(', ')}: its listing names no address to write to.`] : []),
    ].join(' ');
  }
}
