import { Controller, Get, HttpCode, Param, Post, UseGuards } from '@nestjs/common';
import type { ClientFile, ClientSummary, Today } from '@perambula/contract';
import { Desk } from '../desk/index.js';
import { ListingsService } from '../listings/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { TodayService } from './today.service.js';

@Controller()
@UseGuards(AgentGuard)
export class TodayController {
  constructor(
    private readonly service: TodayService,
    private readonly listings: ListingsService,
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

  @Get('clients')
  clients(@CurrentAgent() agent: AgentRow): Promise<ClientSummary[]> {
    return this.service.clientList(agent.id);
  }

  @Get('clients/:id')
  file(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<ClientFile> {
    return this.service.file(agent.id, id);
  }

  @Get('listings/:key')
  listing(@CurrentAgent() agent: AgentRow, @Param('key') key: string): ReturnType<ListingsService['page']> {
    return this.listings.page(agent.id, key);
  }
}
