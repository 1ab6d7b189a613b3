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
  advance: { ask: number; answer: number };
  end: { ask: null; answer: null };
}

const AGAIN_AFTER_MS = 1_000;
const LONGEST_END_MS = 5_000;

/** The pipeline in a thread of its own, begun again when it ends by itself. */
@Injectable()
export class PipelineThread implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly thread: Thread<PipelineCalls>;
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

  /** Moves a demo's clock forward; gives the time arrived at, once searches count what has come by then. */
  async advance(byMs: number): Promise<number> {
    const now = await this.thread.ask('advance', byMs);
    await this.clock.look();
    await this.engine.follow();
    return now;
  }

  private begin(): void {
    if (this.stopped) return;
    this.thread.begun().catch((error: unknown) => log.warn({ error }, 'the pipeline did not begin'));
  }
}
