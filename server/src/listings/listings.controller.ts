import { Controller, Get, Param, UseGuards } from '@nestjs/common';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { ListingsService } from './listings.service.js';

@Controller('listings')
@UseGuards(AgentGuard)
export class ListingsController {
  constructor(private readonly listings: ListingsService) {}

  @Get(':key')
  page(@CurrentAgent() agent: AgentRow, @Param('key') key: string): ReturnType<ListingsService['page']> {
    return this.listings.page(agent.id, key);
  }
}
