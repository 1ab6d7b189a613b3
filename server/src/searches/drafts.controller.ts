import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Put, UseGuards } from '@nestjs/common';
import type { Draft } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { DraftsService } from './drafts.service.js';
import { DraftBody } from './dto/bodies.js';

@Controller('drafts')
@UseGuards(AgentGuard)
export class DraftsController {
  constructor(private readonly drafts: DraftsService) {}

  @Get()
  list(@CurrentAgent() agent: AgentRow): Promise<Draft[]> {
    return this.drafts.list(agent.id);
  }

  /** The id is the browser's own, so that a search is kept once however often it is sent. */
  @Put(':id')
  put(@CurrentAgent() agent: AgentRow, @Param('id', ParseUUIDPipe) id: string, @Body() body: DraftBody): Promise<Draft> {
    return this.drafts.put(agent.id, id, body);
  }

  @Delete(':id')
  @HttpCode(200)
  async remove(@CurrentAgent() agent: AgentRow, @Param('id', ParseUUIDPipe) id: string): Promise<Record<string, never>> {
    await this.drafts.remove(agent.id, id);
    return {};
  }
}
