import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put, UseGuards } from '@nestjs/common';
import type { StartingSet } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { StartingSetBody } from './dto/bodies.js';
import { StartingSetsService } from './startingSets.service.js';

@Controller('starting-sets')
@UseGuards(AgentGuard)
export class StartingSetsController {
  constructor(private readonly sets: StartingSetsService) {}

  @Get()
  list(@CurrentAgent() agent: AgentRow): Promise<StartingSet[]> {
    return this.sets.list(agent.id);
  }

  @Post()
  create(@CurrentAgent() agent: AgentRow, @Body() body: StartingSetBody): Promise<StartingSet> {
    return this.sets.create(agent.id, body);
  }

  @Put(':id')
  update(
    @CurrentAgent() agent: AgentRow,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: StartingSetBody,
  ): Promise<StartingSet> {
    return this.sets.update(agent.id, id, body);
  }

  @Delete(':id')
  @HttpCode(200)
  async remove(@CurrentAgent() agent: AgentRow, @Param('id', ParseUUIDPipe) id: string): Promise<Record<string, never>> {
    await this.sets.remove(agent.id, id);
    return {};
  }
}
