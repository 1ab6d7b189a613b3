import { Inject, Injectable } from '@nestjs/common';
import type { OnModuleDestroy, OnModuleInit } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { WholeFiles } from '../clientFiles/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { log } from '../common/log.js';

const KEPT_FOR_MS = 30 * 86_400_000;
const EVERY_MS = 3_600_000;
const AT_A_TIME = 50;

/** Whoever asked on an agent's page and never confirmed the address is not kept: their file goes after 30 days, unless the agent did something in it. */
@Injectable()
export class UnconfirmedVisitors implements OnModuleInit, OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly files: WholeFiles,
    @Inject(CONFIG) private readonly config: Pick<Config, 'role'>,
  ) {}

  onModuleInit(): void {
    if (this.config.role !== 'web') return;
    this.timer = setInterval(() => {
      this.removeOld().catch((error: unknown) =>
        log.error({ error }, 'files of visitors who never confirmed could not be removed'),
      );
    }, EVERY_MS).unref();
  }

  onModuleDestroy(): void {
    clearInterval(this.timer);
  }

  /** Removes the oldest of them, so many at a time. */
  async removeOld(): Promise<number> {
    const rows = await this.database.query<{ id: string; agentId: string }[]>(
      `SELECT c.id, c.agentId FROM clients c
         WHERE c.cameBy = 'page' AND c.createdAt < ? AND c.notes = '' AND c.agreementUntil IS NULL
           AND NOT EXISTS (SELECT 1 FROM people p WHERE p.clientId = c.id AND p.confirmedAt IS NOT NULL)
           AND NOT EXISTS (SELECT 1 FROM timeline_entries t WHERE t.clientId = c.id AND t.kind IN ('note', 'call', 'toClient'))
           AND NOT EXISTS (SELECT 1 FROM showings s WHERE s.clientId = c.id)
         ORDER BY c.createdAt LIMIT ?`,
      [new Date(this.clock.now() - KEPT_FOR_MS), AT_A_TIME],
    );
    for (const { id, agentId } of rows) await this.files.remove(agentId, id);
    return rows.length;
  }
}
