import { Controller, Get, Param, UseGuards } from '@nestjs/common';
import type { OutlookAnswer } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { OutlookService } from './outlook.service.js';

@Controller('listings')
@UseGuards(AgentGuard)
export class OutlookController {
  constructor(private readonly outlook: OutlookService) {}

  @Get(':key/outlook')
  of(@CurrentAgent() agent: AgentRow, @Param('key') key: string): Promise<OutlookAnswer> {
    return this.outlook.of(agent.id, key);
  }
}
