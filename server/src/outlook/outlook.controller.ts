import { Body, Controller, Get, HttpCode, Param, Post, UseGuards } from '@nestjs/common';
import type { OutlookAnswer, ReachAnswer } from '@perambula/contract';
import { CountBody } from '../searches/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { OutlookService } from './outlook.service.js';

@Controller()
@UseGuards(AgentGuard)
export class OutlookController {
  constructor(private readonly outlook: OutlookService) {}

  @Get('listings/:key/outlook')
  of(@CurrentAgent() agent: AgentRow, @Param('key') key: string): Promise<OutlookAnswer> {
    return this.outlook.of(agent.id, key);
  }

  @Post('searches/withinReach')
  @HttpCode(200)
  withinReach(@CurrentAgent() agent: AgentRow, @Body() { search }: CountBody): Promise<ReachAnswer> {
    return this.outlook.withinReach(agent.id, search);
  }
}
