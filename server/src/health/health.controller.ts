import { Controller, Get, Inject, Res } from '@nestjs/common';
import type { Response } from 'express';
import { DataSource } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { FeedReader } from '../feed/index.js';
import { ListingsService } from '../listings/index.js';
import { EngineHost } from '../searches/index.js';

type Part = { status: 'up' } | { status: 'down'; reason: string };

/** Answers for each part, without a sign-in; 503 when one that searching needs is down. */
@Controller('health')
export class HealthController {
  private cameUp = false;

  constructor(
    private readonly database: DataSource,
    private readonly engine: EngineHost,
    private readonly listings: ListingsService,
    private readonly reader: FeedReader,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get()
  async health(@Res({ passthrough: true }) response: Response): Promise<Record<string, unknown>> {
    const { feed, mail } = this.config;
    const [database, listings, feedUp, mailUp] = await Promise.all([
      part(() => this.database.query('SELECT 1')),
      part(() => this.engineReady()),
      part(() => fetch(`${feed.url}/health`, { signal: AbortSignal.timeout(3000) })),
      part(() => (mail.mailbox ? fetch(`${mail.mailbox}/health`, { signal: AbortSignal.timeout(3000) }) : Promise.resolve())),
    ]);
    const ready = database.status === 'up' && listings.status === 'up';
    if (!ready) response.status(503);
    const firstLoad = ready && (await this.reader.hasReadAll()) && (await this.engineHasAll()) ? 'done' : 'under way';
    return { status: ready ? 'up' : 'down', firstLoad, parts: { database, listings, feed: feedUp, mail: mailUp } };
  }

  /** Whether the engine came up with the listings since it began; that it follows them a second later is no matter. */
  private async engineHasAll(): Promise<boolean> {
    this.cameUp ||= this.engine.asOf >= (await this.listings.sequence());
    return this.cameUp;
  }

  private async engineReady(): Promise<void> {
    const sequence = await this.listings.sequence();
    if (sequence === 0 || this.engine.asOf === 0) throw new Error('The listings are still being read.');
  }
}

async function part(check: () => Promise<unknown>): Promise<Part> {
  try {
    await check();
    return { status: 'up' };
  } catch (error) {
    return { status: 'down', reason: (error as Error).message };
  }
}
