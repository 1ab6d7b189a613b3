import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { log } from '../common/log.js';
import { PipelineThread } from '../pipeline/index.js';

/** As the clock goes by itself, people are told the time this often. */
const EVERY_MS = 10_000;
const LONGEST_MS = 60_000;

/** A demo's time, in which the county's people live along. */
@Injectable()
export class DemoLife implements OnApplicationBootstrap, OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined;
  /** When they have something to do next, as far as they said. */
  private next = Infinity;

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
  advance(byMs: number): Promise<number> {
    if (!this.config.demo?.people) return this.pipeline.advance(byMs);
    return this.pipeline.advance(byMs, { next: () => this.next, live: () => this.tellTime() });
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
      this.next = ((await answer.json()) as { next: number | null }).next ?? Infinity;
    } catch (error) {
      log.warn({ error }, 'the county’s people were not told the time');
    }
  }
}
