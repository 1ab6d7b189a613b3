import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import type { EventName } from '@perambula/contract';
import { Subject } from 'rxjs';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { log } from '../common/log.js';
import { NoticeRow } from './notice.entity.js';

export interface SaidEvent {
  /** Null tells every agent. */
  readonly agentId: string | null;
  readonly name: EventName;
}

const LOOK_EVERY_MS = 250;
/** Numbers are given before they are committed: one may come to be seen after a larger one, but not so much later. */
const LOOK_BACK_MS = 10_000;
const KEEP_MS = 10 * 60_000;

/** What the browser is told as it happens, so that it asks again: whichever server it happens on, all of them hear of it. */
@Injectable()
export class EventsService implements OnApplicationBootstrap, OnModuleDestroy {
  readonly said = new Subject<SaidEvent>();
  /** Notices of the last while that were passed on, by number, with when they were. */
  private readonly seen = new Map<string, number>();
  private timer: NodeJS.Timeout | undefined;
  private looking: Promise<void> | null = null;

  constructor(
    private readonly database: DataSource,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    if (this.config.role !== 'web') return;
    for (const { id } of await this.recent()) this.seen.set(id, Date.now());
    this.timer = setInterval(() => {
      this.looking ??= this.look()
        .catch((error: unknown) => log.warn({ error }, 'notices not read'))
        .finally(() => (this.looking = null));
    }, LOOK_EVERY_MS);
  }

  async onModuleDestroy(): Promise<void> {
    clearInterval(this.timer);
    await this.looking;
  }

  /**
   * Tells an agent, or all of them.
   *
   * @param manager  of the transaction that makes it so, where there is one: what is taken back is not told
   */
  async say(agentId: string | null, name: EventName, manager: EntityManager = this.database.manager): Promise<void> {
    await manager.query('INSERT INTO notices (agentId, name, at) VALUES (?, ?, ?)', [agentId, name, new Date()]);
  }

  /** Tells the browsers of this server only, of what every server finds for itself. */
  sayHere(name: EventName): void {
    this.said.next({ agentId: null, name });
  }

  private async look(): Promise<void> {
    for (const { id, agentId, name } of await this.recent()) {
      if (this.seen.has(id)) continue;
      this.seen.set(id, Date.now());
      this.said.next({ agentId, name: name as EventName });
    }
    const old = Date.now() - 2 * LOOK_BACK_MS;
    for (const [id, at] of this.seen) if (at < old) this.seen.delete(id);
    if (Math.random() < LOOK_EVERY_MS / KEEP_MS)
      await this.database.query('DELETE FROM notices WHERE at < ?', [new Date(Date.now() - KEEP_MS)]);
  }

  private recent(): Promise<NoticeRow[]> {
    return this.database.query<NoticeRow[]>('SELECT id, agentId, name FROM notices WHERE at > ? ORDER BY id', [
      new Date(Date.now() - LOOK_BACK_MS),
    ]);
  }
}
