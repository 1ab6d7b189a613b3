import { Inject, Injectable } from '@nestjs/common';
import type { OnModuleDestroy, OnModuleInit } from '@nestjs/common';
import type { TimeContext } from '@perambula/core';
import { DataSource } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { log } from '../common/log.js';
import { DemoClockRow } from './clock.entity.js';

const KEEP_EVERY_MS = 5_000;
/** After this long without a server, the demo's time is taken to have stood still. */
const STOOD_STILL_MS = 30_000;

/** The one source of time for what the application computes; in a demo it can be moved, and all servers share it. */
@Injectable()
export class Clock implements OnModuleInit, OnModuleDestroy {
  private offset = 0;
  private timer: NodeJS.Timeout | undefined;

  constructor(
    @Inject(CONFIG) private readonly config: Config,
    private readonly database: DataSource,
  ) {}

  async onModuleInit(): Promise<void> {
    if (!this.config.demo) return;
    await this.keep();
    this.timer = setInterval(
      () => void this.keep().catch((error: unknown) => log.warn({ error }, 'clock not kept')),
      KEEP_EVERY_MS,
    );
  }

  onModuleDestroy(): void {
    clearInterval(this.timer);
  }

  /** Milliseconds since 1970 UTC. */
  now(): number {
    return Date.now() + this.offset;
  }

  date(): Date {
    return new Date(this.now());
  }

  /** Now and the county's zone, as core wants them. */
  time(): TimeContext {
    return { now: this.now(), zone: this.config.zone };
  }

  /** Moves a demo's clock forward for every server; where another one has moved it further, it stays there. */
  async set(to: number): Promise<void> {
    await this.keep(to);
  }

  /** Takes over at once what another thread or server set. */
  async look(): Promise<void> {
    if (this.config.demo) await this.keep();
  }

  private async keep(atLeast = -Infinity): Promise<void> {
    await this.database.transaction(async (manager) => {
      const row = await manager.findOne(DemoClockRow, { where: { id: 1 }, lock: { mode: 'pessimistic_write' } });
      const real = Date.now();
      const idle = row ? real - row.realAt.getTime() : 0;
      const kept = row ? row.demoAt.getTime() + (idle > STOOD_STILL_MS ? 0 : idle) : (this.config.demo?.startsAt ?? real);
      const demo = Math.max(kept, atLeast);
      this.offset = demo - real;
      await manager.save(DemoClockRow, { id: 1, demoAt: new Date(demo), realAt: new Date(real) });
    });
  }
}
