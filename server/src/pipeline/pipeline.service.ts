import { setTimeout as wait } from 'node:timers/promises';
import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { AgentDigests } from '../agentDigests/index.js';
import { ShowingReminders } from '../showings/index.js';
import { Digests, Matcher } from '../alerts/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { FeedReader } from '../feed/index.js';
import { MailService } from '../mail/index.js';
import { Steps } from '../steps/index.js';
import { Step } from './step.js';

const BEAT_EVERY_MS = 2_000;
const HOUR_MS = 60 * 60_000;
/** While the demo's clock is moved, at-once alerts are looked at this often; without any, or over more than a day, this often. */
const AT_ONCE_STEP_MS = HOUR_MS;
const LONGEST_STEP_MS = 6 * HOUR_MS;
/** How long each step is waited for before what follows goes on without it. */
const WAIT_MS = { feed: 25_000, alerts: 60_000 };
const CLOCK_TIMEOUT_MS = 20_000;
const LONGEST_SENDING_MS = 10_000;
/** While the demo's clock is moved, a feed that failed is left alone for so long. */
const LEFT_ALONE_MS = 60_000;

/**
 * What moves the data along: reads the feed, matches the alerts, writes what is due. The feed is read by itself, so that
 * one that does not answer keeps nobody's mail back.
 */
@Injectable()
export class Pipeline implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly feed: Step;
  private readonly alerts: readonly Step[];
  private readonly timers = new Set<NodeJS.Timeout>();
  /** Until when, in real time, a feed that failed is not asked again while the clock is moved. */
  private leftAloneUntil = 0;
  /** Whether the clock is being moved on from where it stands. */
  private isOnTheWay = false;
  private stopped = false;

  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly reader: FeedReader,
    private readonly mail: MailService,
    matcher: Matcher,
    digests: Digests,
    agentDigests: AgentDigests,
    private readonly reminders: ShowingReminders,
    steps: Steps,
    @Inject(CONFIG) private readonly config: Config,
  ) {
    this.feed = new Step('feed', () => this.readFeed(), steps);
    this.alerts = [
      new Step('matching', () => matcher.run(), steps),
      new Step(
        'digests',
        () =>
          digests
            .run()
            .finally(() => agentDigests.run())
            .finally(() => reminders.run()),
        steps,
      ),
    ];
  }

  onApplicationBootstrap(): void {
    if (this.config.role !== 'pipeline') return;
    this.again(() => this.feed.run(WAIT_MS.feed));
    this.again(() => this.writeAlerts());
  }

  async onModuleDestroy(): Promise<void> {
    this.stopped = true;
    for (const timer of this.timers) clearTimeout(timer);
    await Promise.all([this.feed, ...this.alerts].map((step) => step.settled()));
  }

  /**
   * When something next falls due by a demo's clock, or is to be looked at again.
   *
   * @param isFar  whether the clock is moved by more than a day
   */
  async nextStop(isFar: boolean): Promise<number> {
    await this.clock.look();
    const now = this.clock.now();
    const [row] = await this.database.query<{ due: Date | null; atOnce: string | null }[]>(
      `SELECT MIN(IF(state = 'paused', pausedUntil, IF(cadence <> 'atOnce' AND nextDueAt > ?, nextDueAt, NULL))) AS due,
         SUM(state = 'running' AND cadence = 'atOnce') AS atOnce
       FROM alerts WHERE state = 'running' OR (state = 'paused' AND pausedUntil > ?)`,
      [new Date(now), new Date(now)],
    );
    const [waiting] = await this.database.query<{ goes: Date | null }[]>(
      "SELECT MIN(notBefore) AS goes FROM outbox WHERE state = 'queued' AND notBefore > ?",
      [new Date(now)],
    );
    const step = isFar || Number(row?.atOnce) === 0 ? LONGEST_STEP_MS : AT_ONCE_STEP_MS;
    const reminded = (await this.reminders.nextDue())?.getTime() ?? Infinity;
    return Math.min(now + step, row?.due?.getTime() ?? Infinity, waiting?.goes?.getTime() ?? Infinity, reminded);
  }

  /**
   * Moves a demo's clock on, and does what is due; gives the time arrived at.
   *
   * @param isOnTheWay  whether the clock is moved on from there: what takes long, and can wait, is done where it arrives
   */
  async step(to: number, isOnTheWay: boolean): Promise<number> {
    await this.clock.set(to);
    this.isOnTheWay = isOnTheWay;
    if (Date.now() >= this.leftAloneUntil && !(await this.feed.run(WAIT_MS.feed)))
      this.leftAloneUntil = Date.now() + LEFT_ALONE_MS;
    this.isOnTheWay = false;
    await this.writeAlerts();
    // what was written has arrived by then, unless the mail server takes its time
    await Promise.race([this.mail.sendQueued(), wait(LONGEST_SENDING_MS, undefined, { ref: false })]);
    // when the clock is moved again, the feed may have come back
    if (!isOnTheWay) this.leftAloneUntil = 0;
    return this.clock.now();
  }

  private async writeAlerts(): Promise<void> {
    for (const step of this.alerts) await step.run(WAIT_MS.alerts);
  }

  private async readFeed(): Promise<void> {
    const { county, demo } = this.config;
    // what another server's clock has brought is not still to come
    await this.clock.look();
    if (demo && county) await this.setCountyClock(county);
    await this.reader.pull(this.isOnTheWay);
  }

  private async setCountyClock({ url, token }: NonNullable<Config['county']>): Promise<void> {
    const set = await fetch(`${url}/clock`, {
      method: 'PUT',
      headers: { authorization: `Bearer ${token}` },
      body: JSON.stringify({ now: this.clock.now() }),
      signal: AbortSignal.timeout(CLOCK_TIMEOUT_MS),
    }).catch(() => null);
    if (!set?.ok) throw new Error('The feed does not answer.');
  }

  /** Does something now, and again and again with a pause in between. */
  private again(work: () => Promise<unknown>): void {
    const next = (pauseMs: number): void => {
      const timer = setTimeout(() => {
        this.timers.delete(timer);
        void work().finally(() => !this.stopped && next(BEAT_EVERY_MS));
      }, pauseMs);
      this.timers.add(timer);
    };
    next(0);
  }
}
