import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { log } from '../common/log.js';
import { PipelineThread } from '../pipeline/index.js';

/** While the clock is moved, people are told the time this often. */
const STEP_MS = 3 * 60 * 60_000;
/** As the clock goes by itself, this often. */
const EVERY_MS = 10_000;
const LONGEST_MS = 60_000;

/** A demo's time, in which the county's people live along. */
@Injectable()
export class DemoLife implements OnApplicationBootstrap, OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly clock: Clock,
    private readonly pipeline: PipelineThread,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  onApplicationBootstrap(): void {
    if (this.config.role !== 'web' || !this.config.demo?.people) return;
    this.timer = setInterval(() => void this.tellTime(), EVERY_MS);
  }

  onModuleDestroy(): void {
    clearInterval(this.timer);
  }

  /** Moves the clock forward, and with it all that falls due on the way and what people do about it. */
  async advance(byMs: number): Promise<number> {
    if (!this.config.demo?.people) return this.pipeline.advance(byMs);
    const end = this.clock.now() + byMs;
    let now = this.clock.now();
    while (end - now > 1_000) {
      now = await this.pipeline.advance(Math.min(STEP_MS, end - now));
      await this.tellTime();
    }
    return now;
  }

  /** Waits until they have done what they have to; where they cannot be reached, they do it later. */
  private async tellTime(): Promise<void> {
    const people = this.config.demo?.people;
    if (!people) return;
    try {
      const answer = await fetch(people, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ now: this.clock.now() }),
        signal: AbortSignal.timeout(LONGEST_MS),
      });
      if (!answer.ok) throw new Error(`they answered ${answer.status}: ${(await answer.text()).slice(0, 200)}`);
    } catch (error) {
      log.warn({ error }, 'the county’s people were not told the time');
    }
  }
}
