import { Controller, Get, Param, UseGuards } from '@nestjs/common';
import type { WantedAnswer } from '@perambula/contract';
import type { FitAnswer } from '@perambula/core';
import { Desk } from '../desk/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { WantedService } from './wanted.service.js';

@Controller('listings')
@UseGuards(AgentGuard)
export class WantedController {
  constructor(private readonly desk: Desk) {}

  @Get(':key/wanted')
  of(@CurrentAgent() agent: AgentRow, @Param('key') key: string): Promise<WantedAnswer> {
    return this.desk.run('page', 'who would want it', WantedService, 'of', agent.id, key);
  }

  @Get(':key/fit/:searchId')
  fit(@CurrentAgent() agent: AgentRow, @Param('key') key: string, @Param('searchId') searchId: string): Promise<FitAnswer> {
    return this.desk.run('page', 'how it fits', WantedService, 'fit', agent.id, key, searchId);
  }
}
