import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import { filter } from 'rxjs';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { log } from '../common/log.js';
import { Thread } from '../common/thread.js';
import { workerScript } from '../common/workerScript.js';
import { EventsService } from '../events/index.js';
import { EngineHost } from '../searches/index.js';

/** What the pipeline's thread can be asked. */
export interface PipelineCalls {
  nextStop: { ask: { readonly isFar: boolean }; answer: number };
  step: { ask: { readonly to: number; readonly isOnTheWay: boolean }; answer: number };
  end: { ask: null; answer: null };
}

const DAY_MS = 86_400_000;
const AGAIN_AFTER_MS = 1_000;
/** The clock goes on while it is moved: so near to where it should arrive, it has. */
const NEAR_MS = 1_000;
const LONGEST_END_MS = 5_000;

/** What lives along as a demo's clock is moved. */
export interface LivesAlong {
  /** When it has something to do, milliseconds since 1970 UTC; Infinity where it has nothing. */
  readonly next: () => number;
  /** It does what it has to do by now. */
  readonly live: () => Promise<void>;
}

/** The pipeline in a thread of its own, begun again when it ends by itself. */
@Injectable()
export class PipelineThread implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly thread: Thread<PipelineCalls>;
  private moving: Promise<number> | null = null;
  private stopped = false;

  constructor(
    private readonly clock: Clock,
    private readonly engine: EngineHost,
    private readonly events: EventsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {
    const script = workerScript('background.worker.js');
    this.thread = new Thread(script, { workerData: { ...config, role: 'pipeline' } }, () => {
      if (!this.stopped) setTimeout(() => this.begin(), AGAIN_AFTER_MS);
    });
  }

  onApplicationBootstrap(): void {
    if (this.config.role !== 'web') return;
    this.begin();
    // another server may have moved the clock
    this.events.said.pipe(filter(({ name }) => name === 'clock')).subscribe(() => {
      void this.clock.look().catch((error: unknown) => log.warn({ error }, 'clock not looked at'));
    });
  }

  async onModuleDestroy(): Promise<void> {
    this.stopped = true;
    if (this.config.role !== 'web') return;
    const late = new Promise((resolve) => setTimeout(resolve, LONGEST_END_MS).unref());
    await Promise.race([this.thread.ask('end', null).catch(() => undefined), late]);
    await this.thread.end();
  }

  /** Moves a demo's clock forward, and with it all that falls due; gives the time arrived at, once searches count what has come by then. */
  async advance(byMs: number, others?: LivesAlong): Promise<number> {
    while (this.moving) await this.moving.catch(() => undefined);
    this.moving = this.move(byMs, others).finally(() => (this.moving = null));
    return this.moving;
  }

  private async move(byMs: number, others?: LivesAlong): Promise<number> {
    await this.clock.look();
    const end = this.clock.now() + byMs;
    while (end - this.clock.now() > NEAR_MS) {
      const stop = Math.min(end, await this.thread.ask('nextStop', { isFar: byMs > DAY_MS }));
      const next = others?.next() ?? Infinity;
      if (next > this.clock.now() && next < stop) await this.clock.set(next);
      else {
        await this.thread.ask('step', { to: stop, isOnTheWay: end - stop > NEAR_MS });
        await this.clock.look();
      }
      await others?.live();
    }
    await this.events.say(null, 'clock');
    await this.events.say(null, 'mail');
    await this.engine.follow();
    return this.clock.now();
  }

  private begin(): void {
    if (this.stopped) return;
    this.thread.begun().catch((error: unknown) => log.warn({ error }, 'the pipeline did not begin'));
  }
}
