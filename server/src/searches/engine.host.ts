import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { log } from '../common/log.js';
import { EventsService } from '../events/index.js';
import { ListingsService } from '../listings/index.js';
import { EngineThreads } from './engine.threads.js';

const FOLLOW_EVERY_MS = 1_000;
const BATCH = 2_000;
/** Changes after which the snapshot is written anew. */
const SAVE_EVERY = 20_000;

/** The engine, kept in step with the listings' sequence. */
@Injectable()
export class EngineHost implements OnApplicationBootstrap, OnModuleDestroy {
  /** The sequence number of the last listing that the engine holds. */
  asOf = 0;
  private readonly threads: EngineThreads;
  /** The agents who have listings of their own. */
  private readers: ReadonlySet<string> = new Set();
  private following: Promise<void> | null = null;
  private timer: NodeJS.Timeout | undefined;

  /** The sequence number that the snapshot was written at. */
  private savedAt = 0;

  constructor(
    private readonly listings: ListingsService,
    private readonly events: EventsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {
    // what is lost is followed again from the beginning
    this.threads = new EngineThreads(config.engineThreads, { countyDir: config.countyDir }, () => (this.asOf = 0));
  }

  async onApplicationBootstrap(): Promise<void> {
    if (this.config.role !== 'web') return;
    this.readers = await this.listings.readers();
    await this.load();
    await this.follow();
    void this.threads.warm().catch((error: unknown) => log.warn({ error }, 'engine not warm'));
    this.timer = setInterval(
      () => void this.follow().catch((error: unknown) => log.warn({ error }, 'engine not in step')),
      FOLLOW_EVERY_MS,
    );
  }

  async onModuleDestroy(): Promise<void> {
    clearInterval(this.timer);
    await this.following?.catch(() => undefined);
    if (this.asOf > this.savedAt) await this.save();
    await this.threads.end();
  }

  /** Whose own listings an agent's questions look at: the agent's, if there are any; so others ask alike. */
  readerOf(agentId: string): string | null {
    return this.readers.has(agentId) ? agentId : null;
  }

  ask: EngineThreads['ask'] = (call, ask) => this.threads.ask(call, ask);

  askSliced: EngineThreads['askSliced'] = (call, ask, partOf) => this.threads.askSliced(call, ask, partOf);

  /** Brings the engine up to the listings' sequence. */
  follow(): Promise<void> {
    this.following ??= this.catchUp().finally(() => (this.following = null));
    return this.following;
  }

  private async catchUp(): Promise<void> {
    const before = this.asOf;
    for (;;) {
      const rows = await this.listings.changedSince(this.asOf, BATCH);
      const last = rows[rows.length - 1];
      if (!last) break;
      await this.threads.write('put', {
        records: rows.filter(({ removed }) => removed === 0).map(({ data, reader }) => ({ data, reader })),
        removed: rows.filter(({ removed }) => removed !== 0).map(({ listingKey }) => listingKey),
      });
      if (rows.some(({ reader }) => reader !== null)) this.readers = await this.listings.readers();
      this.asOf = Number(last.sequence);
    }
    if (this.asOf !== before) this.events.sayHere('listings');
    if (this.asOf - this.savedAt >= SAVE_EVERY) await this.save();
  }

  /** Begins with what the last server wrote, if it is of these listings and this build. */
  private async load(): Promise<void> {
    const file = this.config.engineSnapshot;
    if (!file) return;
    const sequence = await this.threads.write('load', { file }).then(
      (loaded) => loaded.sequence,
      (error: unknown) => {
        log.warn({ error }, 'the engine’s snapshot cannot be read; the listings are read instead');
        return null;
      },
    );
    if (sequence === null) return;
    // a snapshot from the future is of other listings
    if (sequence > (await this.listings.sequence())) {
      await this.threads.end();
      return;
    }
    this.asOf = this.savedAt = sequence;
  }

  private async save(): Promise<void> {
    const file = this.config.engineSnapshot;
    if (!file) return;
    await this.ask('save', { file, sequence: this.asOf });
    this.savedAt = this.asOf;
  }
}
