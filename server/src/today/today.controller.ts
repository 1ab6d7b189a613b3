import { Controller, Get, HttpCode, Post, UseGuards } from '@nestjs/common';
import type { Today } from '@perambula/contract';
import { Desk } from '../desk/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { TodayService } from './today.service.js';

@Controller()
@UseGuards(AgentGuard)
export class TodayController {
  constructor(
    private readonly service: TodayService,
    private readonly desk: Desk,
  ) {}

  @Get('today')
  today(@CurrentAgent() agent: AgentRow): Promise<Today> {
    return this.desk.run('page', 'how much happened since you last looked', TodayService, 'today', agent.id);
  }

  @Post('today/looked')
  @HttpCode(200)
  async looked(@CurrentAgent() agent: AgentRow): Promise<Record<string, never>> {
    await this.service.markLooked(agent.id);
    return {};
  }
}
