import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { Digests, Matcher } from '../alerts/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { log } from '../common/log.js';
import { EventsService } from '../events/index.js';
import { FeedReader } from '../feed/index.js';
import { EngineHost } from '../searches/index.js';

const BEAT_EVERY_MS = 2_000;
/** While the demo's clock is moved, at-once alerts are looked at this often. */
const LONGEST_STEP_MS = 60 * 60_000;

/** The server's regular round: read the feed, bring the engine up to it, match the alerts, write what is due. */
@Injectable()
export class Pulse implements OnApplicationBootstrap, OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined;
  private beating: Promise<void> | null = null;
  private moving: Promise<number> | null = null;
  private stopped = false;

  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly reader: FeedReader,
    private readonly engine: EngineHost,
    private readonly matcher: Matcher,
    private readonly digests: Digests,
    private readonly events: EventsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  onApplicationBootstrap(): void {
    this.engine.moved.subscribe(() => this.events.say(null, 'listings'));
    const next = (): void => {
      this.timer = setTimeout(() => {
        void this.beat()
          .catch((error: unknown) => log.warn({ error }, 'a round failed and will be tried again'))
          .finally(() => !this.stopped && next());
      }, BEAT_EVERY_MS);
    };
    next();
  }

  async onModuleDestroy(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.timer);
    await this.beating?.catch(() => undefined);
  }

  /** One round. Callers that come while one is under way wait for it, then for one of their own. */
  async beat(): Promise<void> {
    while (this.beating) await this.beating.catch(() => undefined);
    this.beating = this.round().finally(() => (this.beating = null));
    await this.beating;
  }

  /** Moves a demo's clock forward, living through what falls due on the way; gives the time arrived at. */
  async advance(byMs: number): Promise<number> {
    while (this.moving) await this.moving;
    this.moving = this.move(byMs).finally(() => (this.moving = null));
    return this.moving;
  }

  private async move(byMs: number): Promise<number> {
    const end = this.clock.now() + byMs;
    while (this.clock.now() < end && !this.stopped) {
      await this.clock.set(Math.min(end, await this.nextStop(this.clock.now())));
      await this.beat();
      if (end - this.clock.now() < 1000) break;
    }
    this.events.say(null, 'clock');
    this.events.say(null, 'mail');
    return this.clock.now();
  }

  private async nextStop(now: number): Promise<number> {
    const [row] = await this.database.query<{ due: Date | null }[]>(
      "SELECT MIN(nextDueAt) AS due FROM alerts WHERE state = 'running' AND cadence <> 'atOnce' AND nextDueAt > ?",
      [new Date(now)],
    );
    return Math.min(now + LONGEST_STEP_MS, row?.due?.getTime() ?? Infinity);
  }

  private async round(): Promise<void> {
    if (this.config.demo) await this.setFeedClock();
    await this.reader.pull();
    await this.engine.follow();
    await this.matcher.run();
    await this.digests.run();
  }

  private async setFeedClock(): Promise<void> {
    const { url, token } = this.config.feed;
    await fetch(`${url}/clock`, {
      method: 'PUT',
      headers: { authorization: `Bearer ${token}` },
      body: JSON.stringify({ now: this.clock.now() }),
      signal: AbortSignal.timeout(60_000),
    });
  }
}
