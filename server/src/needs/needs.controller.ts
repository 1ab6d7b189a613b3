import { Body, Controller, Delete, Get, Param, Post, Put, UseGuards } from '@nestjs/common';
import type { ClientNeed } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { NeedBody } from './dto/bodies.js';
import { NeedsService } from './needs.service.js';

@Controller('clients/:id/needs')
@UseGuards(AgentGuard)
export class NeedsController {
  constructor(private readonly needs: NeedsService) {}

  @Get()
  list(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<ClientNeed[]> {
    return this.needs.list(agent.id, id);
  }

  @Post()
  add(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: NeedBody): Promise<ClientNeed> {
    return this.needs.add(agent.id, id, body);
  }

  @Put(':needId')
  change(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('needId') needId: string,
    @Body() body: NeedBody,
  ): Promise<ClientNeed> {
    return this.needs.change(agent.id, id, needId, body);
  }

  @Delete(':needId')
  async remove(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('needId') needId: string,
  ): Promise<Record<string, never>> {
    await this.needs.remove(agent.id, id, needId);
    return {};
  }
}
