import { Controller, Inject, Req, Sse, UseGuards } from '@nestjs/common';
import type { MessageEvent } from '@nestjs/common';
import type { Request } from 'express';
import { exhaustMap, filter, interval, map, merge, takeUntil } from 'rxjs';
import type { Observable } from 'rxjs';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { cookieOf } from '../common/cookie.js';
import { Failure } from '../common/failure.js';
import { AgentGuard, CurrentAgent, sessionCookie, SessionsService } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { EventsService } from './events.service.js';

const ALIVE_EVERY_MS = 25_000;
const LOOK_EVERY_MS = 5_000;
/** Tabs that one agent may have open and hear of changes in. */
const MOST_STREAMS = 50;

@Controller('events')
@UseGuards(AgentGuard)
export class EventsController {
  /** How many streams each agent has. */
  private readonly streams = new Map<string, number>();

  constructor(
    private readonly events: EventsService,
    private readonly sessions: SessionsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Sse()
  listen(@CurrentAgent() agent: AgentRow, @Req() request: Request): Observable<MessageEvent> {
    const token = cookieOf(request, sessionCookie(this.config));
    this.begin(agent.id, request);
    const said = this.events.said.pipe(
      filter(({ agentId }) => agentId === null || agentId === agent.id),
      map(({ name }) => ({ data: { name } })),
    );
    const alive = interval(ALIVE_EVERY_MS).pipe(map(() => ({ data: { name: 'alive' } })));
    // ends with the session, wherever that was ended
    const over = interval(LOOK_EVERY_MS).pipe(
      exhaustMap(() => this.sessions.find(token).catch(() => agent)),
      filter((still) => still === null),
    );
    return merge(said, alive).pipe(takeUntil(over));
  }

  /** Counts an agent's stream until its connection ends. @throws Failure where the agent has as many as one may */
  private begin(agentId: string, request: Request): void {
    const streams = this.streams.get(agentId) ?? 0;
    if (streams >= MOST_STREAMS)
      throw new Failure('request.tooMany', 'This page is open too often to be kept up to date here. Close some of its tabs.');
    this.streams.set(agentId, streams + 1);
    request.once('close', () => this.streams.set(agentId, (this.streams.get(agentId) ?? 1) - 1));
  }
}
