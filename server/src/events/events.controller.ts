import { Controller, Sse, UseGuards } from '@nestjs/common';
import type { MessageEvent } from '@nestjs/common';
import { filter, interval, map, merge } from 'rxjs';
import type { Observable } from 'rxjs';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { EventsService } from './events.service.js';

const ALIVE_EVERY_MS = 25_000;

@Controller('events')
@UseGuards(AgentGuard)
export class EventsController {
  constructor(private readonly events: EventsService) {}

  @Sse()
  listen(@CurrentAgent() agent: AgentRow): Observable<MessageEvent> {
    const said = this.events.said.pipe(
      filter(({ agentId }) => agentId === null || agentId === agent.id),
      map(({ name }) => ({ data: { name } })),
    );
    return merge(said, interval(ALIVE_EVERY_MS).pipe(map(() => ({ data: { name: 'alive' } }))));
  }
}
