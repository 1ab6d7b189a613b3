import { Controller, Get, Inject, Res } from '@nestjs/common';
import type { Response } from 'express';
import { DataSource } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { FeedReader, FeedSettings } from '../feed/index.js';
import { ListingsService } from '../listings/index.js';
import { EngineHost } from '../searches/index.js';
import { Steps } from '../steps/index.js';
import type { StepName } from '../steps/index.js';

/** `since` is when it began to be behind, ISO 8601; null where that is not known. */
type Part = { readonly status: 'up' } | { readonly status: 'down'; readonly reason: string; readonly since: string | null };

/** Answers for each part, without a sign-in; 503 when one that searching needs is down. */
@Controller('health')
export class HealthController {
  private cameUp = false;
  /** Since when a part has been found down, each time that somebody asked. */
  private readonly failingSince = new Map<string, Date>();

  constructor(
    private readonly database: DataSource,
    private readonly engine: EngineHost,
    private readonly listings: ListingsService,
    private readonly reader: FeedReader,
    private readonly settings: FeedSettings,
    private readonly steps: Steps,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get()
  async health(@Res({ passthrough: true }) response: Response): Promise<Record<string, unknown>> {
    const { county, mail } = this.config;
    const [database, listings, feedUp, mailUp, steps] = await Promise.all([
      this.part('database', () => this.database.query('SELECT 1')),
      this.part('listings', () => this.engineReady()),
      this.part('feed', async () => (county ? reach(county.url) : undefined)),
      this.part('mail', async () => (mail.mailbox ? reach(mail.mailbox) : undefined)),
      this.stepParts(),
    ]);
    const ready = database.status === 'up' && listings.status === 'up';
    if (!ready) response.status(503);
    const firstLoad = ready && (await this.reader.hasReadAll()) && (await this.engineHasAll()) ? 'done' : 'under way';
    const parts = {
      database,
      listings,
      ...steps,
      feed: worseOf(feedUp, steps['feed']),
      mail: worseOf(mailUp, steps['mail']),
    };
    return { status: ready ? 'up' : 'down', firstLoad, parts };
  }

  private async part(name: string, check: () => Promise<unknown>): Promise<Part> {
    try {
      await check();
      this.failingSince.delete(name);
      return { status: 'up' };
    } catch (error) {
      const since = this.failingSince.get(name) ?? new Date();
      this.failingSince.set(name, since);
      return { status: 'down', reason: (error as Error).message, since: since.toISOString() };
    }
  }

  private async stepParts(): Promise<Partial<Record<StepName, Part>>> {
    try {
      const states = Object.entries(await this.steps.states());
      return Object.fromEntries(
        states.map(([step, { isBehind, since, reason }]) => [
          step,
          isBehind ? { status: 'down', reason, since: since?.toISOString() ?? null } : { status: 'up' },
        ]),
      );
    } catch {
      // the database's own part says so
      return {};
    }
  }

  /** Whether the engine came up with the listings since it began; that it follows them a second later is no matter. */
  private async engineHasAll(): Promise<boolean> {
    this.cameUp ||= this.engine.asOf >= (await this.listings.sequence());
    return this.cameUp;
  }

  private async engineReady(): Promise<void> {
    // where no feed was named yet, none are to come
    if ((await this.settings.current()) === null) return;
    const sequence = await this.listings.sequence();
    if (sequence === 0 || this.engine.asOf === 0) throw new Error('The listings are still being read.');
  }
}

/** A stand-in may be busy for a while; whoever asks how things are does not wait for it. */
const LONGEST_REACH_MS = 1_500;

/** @throws Error unless a stand-in says of itself that it is well */
async function reach(url: string): Promise<void> {
  const { ok } = await fetch(`${url}/health`, { signal: AbortSignal.timeout(LONGEST_REACH_MS) });
  if (!ok) throw new Error('It does not answer as it should.');
}

/** What cannot be reached now, since the step that needs it is behind, or else since it was first found so. */
function worseOf(reached: Part, step: Part | undefined): Part {
  if (reached.status === 'up') return step ?? reached;
  return step?.status === 'down' && step.since !== null ? { ...reached, since: step.since } : reached;
}
