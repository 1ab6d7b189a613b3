import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { NewTask, Repeats, Task } from '@perambula/contract';
import { today } from '@perambula/core';
import { DataSource, IsNull, MoreThan } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { ListingsService } from '../listings/index.js';
import { nextDay } from './nextDay.js';
import { TaskRow } from './task.entity.js';

const DAY_MS = 86_400_000;
/** For how long what is done is still shown. */
const DONE_SHOWN_DAYS = 14;

export interface TaskChange {
  readonly done?: boolean;
  readonly text?: string;
  readonly dueOn?: string | null;
  readonly repeats?: Repeats | null;
}

/** What agents have to do, for whom, and by when. */
@Injectable()
export class TasksService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
  ) {}

  /** What is open, by its day, then what has none; then what was done lately, the latest last. */
  async list(agentId: string): Promise<Task[]> {
    const lately = new Date(this.clock.now() - DONE_SHOWN_DAYS * DAY_MS);
    const rows = await this.database.getRepository(TaskRow).find({
      where: [
        { agentId, doneAt: IsNull() },
        { agentId, doneAt: MoreThan(lately) },
      ],
      order: { doneAt: 'ASC', createdAt: 'ASC' },
    });
    const [everyone, records] = await Promise.all([
      this.clients.all(agentId, { archived: true }),
      this.listings.byKeys(rows.flatMap(({ listingKey }) => listingKey ?? [])),
    ]);
    const names = new Map(everyone.map(({ id, name }) => [id, name]));
    const order = ({ doneAt, dueOn }: TaskRow): string => (doneAt ? '3' : (dueOn ?? '29'));
    return rows
      .map((row) => ({ row, order: order(row) }))
      .sort((a, b) => (a.order < b.order ? -1 : a.order > b.order ? 1 : 0))
      .map(({ row: { id, clientId, listingKey, text, dueOn, repeats, doneAt } }) => ({
        ...{ id, clientId, text, dueOn, repeats },
        clientName: clientId ? (names.get(clientId) ?? null) : null,
        home: listingKey ? { listingKey, address: String(records.get(listingKey)?.['UnparsedAddress'] ?? listingKey) } : null,
        doneAt: doneAt?.toISOString() ?? null,
      }));
  }

  async add(agentId: string, { text, clientId, listingKey, dueOn, repeats }: NewTask): Promise<{ id: string }> {
    if (clientId) await this.clients.own(agentId, clientId);
    guardRepeats(dueOn ?? null, repeats ?? null);
    const id = randomUUID();
    await this.database.getRepository(TaskRow).insert({
      ...{ id, agentId, clientId: clientId ?? null, listingKey: listingKey ?? null, text: text.trim() },
      ...{ dueOn: dueOn ?? null, repeats: repeats ?? null, nextId: null, doneAt: null, createdAt: this.clock.date() },
    });
    return { id };
  }

  /** Changes a task. One that repeats comes again when it is ticked off, and not any more when it is taken up again. */
  async change(agentId: string, id: string, { done, ...change }: TaskChange): Promise<void> {
    await inTransaction(this.database, async (manager) => {
      const where = { id, agentId };
      const before = found(await manager.findOne(TaskRow, { where, lock: { mode: 'pessimistic_write' } }), 'task');
      const task = { ...before, ...change };
      guardRepeats(task.dueOn, task.repeats);
      const isTicked = done === true && task.doneAt === null;
      const isTakenUp = done === false && task.doneAt !== null;
      if (isTicked && task.repeats && task.dueOn) {
        const next = randomUUID();
        const dueOn = nextDay(task.dueOn, task.repeats, today(this.clock.time()));
        await manager.insert(TaskRow, { ...task, id: next, dueOn, createdAt: this.clock.date() });
        task.nextId = next;
      }
      if (isTakenUp && task.nextId) {
        await manager.delete(TaskRow, { id: task.nextId, agentId, doneAt: IsNull() });
        task.nextId = null;
      }
      if (isTicked || isTakenUp) task.doneAt = isTicked ? this.clock.date() : null;
      await manager.save(TaskRow, { ...task, text: task.text.trim() });
    });
  }

  async remove(agentId: string, id: string): Promise<void> {
    await this.database.getRepository(TaskRow).delete({ id, agentId });
  }
}

function guardRepeats(dueOn: string | null, repeats: Repeats | null): void {
  if (repeats && !dueOn)
    throw new Failure('request.invalid', 'Say by which day it is to be done first, so that it can come again.', {
      path: 'dueOn',
    });
}
