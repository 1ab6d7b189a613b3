import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import type { MarketSpan, MovedAnswer, MovementAnswer } from '@perambula/contract';
import { windowOf } from '@perambula/core';
import type { Window } from '@perambula/core';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { log } from '../common/log.js';
import { Desk } from '../desk/index.js';
import { SearchesService } from '../searches/index.js';
import type { AgentRow } from '../sessions/index.js';
import { MarketMoves } from './market.moves.js';
import type { MovedAsk } from './market.moves.js';

const READ_EVERY_MS = 5_000;
const PART = 'what moved on the market';

/** What moved on the market, for an agent. */
@Injectable()
export class MarketService implements OnApplicationBootstrap, OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly clock: Clock,
    private readonly desk: Desk,
    private readonly searches: SearchesService,
    @Inject(CONFIG) private readonly config: Pick<Config, 'role'>,
  ) {}

  /** The market is read a piece at a time as it goes on, so that whoever looks need not wait. */
  onApplicationBootstrap(): void {
    if (this.config.role !== 'web') return;
    this.timer = setInterval(
      () =>
        void this.desk
          .run('page', PART, MarketMoves, 'readOn')
          .catch((error: unknown) => log.warn({ error }, 'the market was not read')),
      READ_EVERY_MS,
    );
  }

  onModuleDestroy(): void {
    clearInterval(this.timer);
  }

  async moved(agent: AgentRow, document: unknown, span: MarketSpan): Promise<MovementAnswer> {
    const window = this.windowOf(agent, span);
    const scope = await this.scopeOf(agent.id, document);
    const movement = await onceRead(() => this.desk.run('page', PART, MarketMoves, 'moved', window, scope));
    return { ...movement, from: new Date(window.from).toISOString(), to: new Date(window.to).toISOString() };
  }

  async homes(agent: AgentRow, document: unknown, span: MarketSpan, ask: MovedAsk): Promise<MovedAnswer> {
    const window = this.windowOf(agent, span);
    const scope = await this.scopeOf(agent.id, document);
    return onceRead(() => this.desk.run('page', PART, MarketMoves, 'homes', agent.id, window, scope, ask));
  }

  private async scopeOf(agentId: string, document: unknown): Promise<Uint8Array | null> {
    return document === null ? null : this.searches.scope(agentId, document);
  }

  private windowOf({ lookedAt }: AgentRow, { over, from = '', to = '' }: MarketSpan): Window {
    try {
      return windowOf(over === 'between' ? { from, to } : over, this.clock.time(), lookedAt?.getTime() ?? null);
    } catch {
      throw new Failure('request.invalid', 'Give a first day, and a last one that is not before it.', { path: 'to' });
    }
  }
}

/** Asks until all is read: right after a start, or when the desk's thread had to begin anew, that takes some turns. */
async function onceRead<T>(ask: () => Promise<T | null>): Promise<T> {
  for (;;) {
    const answer = await ask();
    if (answer !== null) return answer;
  }
}
