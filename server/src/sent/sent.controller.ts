import { Controller, Get, Param, Post, Query, UseGuards } from '@nestjs/common';
import type { SentLetter, SentPage } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { SentQuery } from './dto/bodies.js';
import { SentMessages } from './sentMessages.js';

@Controller('sent')
@UseGuards(AgentGuard)
export class SentController {
  constructor(private readonly sent: SentMessages) {}

  @Get()
  list(@CurrentAgent() agent: AgentRow, @Query() query: SentQuery): Promise<SentPage> {
    return this.sent.page(agent.id, query);
  }

  @Get(':id')
  read(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<SentLetter> {
    return this.sent.one(agent.id, id);
  }

  @Post(':id/again')
  async again(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<{ id: string }> {
    return { id: await this.sent.again(agent.id, id) };
  }
}
