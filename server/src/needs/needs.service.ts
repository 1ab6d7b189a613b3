import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { ClientNeed } from '@perambula/contract';
import { MOST_NEEDS } from '@perambula/contract';
import { isEither, labelOf, phraseOf, QUESTIONS, readLine } from '@perambula/core';
import type { Line, Question } from '@perambula/core';
import { DateTime } from 'luxon';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { ClientRow, ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { TimelineEntries } from '../timelineEntries/index.js';
import type { NeedBody } from './dto/bodies.js';
import { NeedRow } from './need.entity.js';

/** What was asked, as a timeline says it. */
const ABOUT: Readonly<Record<Question, string>> = {
  must: 'A home must have',
  nice: 'Would be nice',
  by: 'When to move',
  paid: 'How it is paid',
  place: 'A place that matters',
};

/** What a household said that it needs, answer by answer; each is told in its timeline, too. */
@Injectable()
export class NeedsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly entries: TimelineEntries,
  ) {}

  async list(agentId: string, clientId: string): Promise<ClientNeed[]> {
    await this.clients.own(agentId, clientId);
    const rows = await this.database.getRepository(NeedRow).find({ where: { clientId }, order: { saidAt: 'ASC', id: 'ASC' } });
    return rows.sort((a, b) => QUESTIONS.indexOf(a.question) - QUESTIONS.indexOf(b.question)).map(shown);
  }

  async add(agentId: string, clientId: string, body: NeedBody): Promise<ClientNeed> {
    await this.clients.own(agentId, clientId);
    const said = await this.read(clientId, body);
    return inTransaction(this.database, async (manager) => {
      await manager.findOneOrFail(ClientRow, { where: { id: clientId }, lock: { mode: 'pessimistic_write' } });
      if ((await manager.countBy(NeedRow, { clientId })) >= MOST_NEEDS)
        throw new Failure('request.invalid', `A household has ${MOST_NEEDS} answers at most. Take one out first.`);
      const row = { id: randomUUID(), clientId, ...said };
      await manager.insert(NeedRow, row);
      return this.told(manager, row);
    });
  }

  /** Says one anew; where nothing of it is other, nothing happens. */
  async change(agentId: string, clientId: string, id: string, body: NeedBody): Promise<ClientNeed> {
    const before = await this.one(agentId, clientId, id);
    const said = await this.read(clientId, body);
    const isSame = (['question', 'personId', 'words', 'line', 'day'] as const).every(
      (name) => JSON.stringify(before[name]) === JSON.stringify(said[name]),
    );
    if (isSame) return shown(before);
    return inTransaction(this.database, async (manager) => {
      await manager.update(NeedRow, { id }, said);
      return this.told(manager, { id, clientId, ...said });
    });
  }

  async remove(agentId: string, clientId: string, id: string): Promise<void> {
    await this.one(agentId, clientId, id);
    await this.database.getRepository(NeedRow).delete({ id });
  }

  private async one(agentId: string, clientId: string, id: string): Promise<NeedRow> {
    await this.clients.own(agentId, clientId);
    return found(await this.database.getRepository(NeedRow).findOneBy({ id, clientId }), 'answer');
  }

  /** An answer as it is kept. It says something, and is of somebody of this household. */
  private async read(
    clientId: string,
    { question, personId, words, line, day }: NeedBody,
  ): Promise<Omit<NeedRow, 'id' | 'clientId'>> {
    if (words.trim() === '' && !line && !day) throw new Failure('request.invalid', 'Write what they said.', { path: 'words' });
    if (personId !== null) {
      // what somebody said who has left since can still be put otherwise
      const people = await this.clients.everyoneOf([clientId]);
      found(
        people.find(({ id }) => id === personId),
        'person',
      );
    }
    return {
      question,
      personId,
      words: words.trim(),
      line: line && readLine(line, 'line'),
      day,
      saidAt: this.clock.date(),
    };
  }

  private async told(manager: EntityManager, row: NeedRow): Promise<ClientNeed> {
    const { clientId, personId, words, question, line, day } = row;
    const text = [line && sayLine(line), day && `by ${DateTime.fromISO(day).toFormat('LLL d, yyyy')}`, words && `“${words}”`]
      .filter(Boolean)
      .join(', ');
    await this.entries.add({ clientId, personId, kind: 'need', text: `${ABOUT[question]}: ${text}` }, manager);
    return shown(row);
  }
}

function sayLine(line: Line): string {
  return isEither(line) ? phraseOf(line) : `${labelOf(line)}: ${phraseOf(line)}`;
}

function shown({ clientId: _client, saidAt, ...need }: NeedRow): ClientNeed {
  return { ...need, saidAt: saidAt.toISOString() };
}
