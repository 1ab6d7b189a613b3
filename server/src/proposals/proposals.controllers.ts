import { Body, Controller, Get, HttpCode, Param, Post, UseGuards } from '@nestjs/common';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import type { Proposal, WishEffect } from '@perambula/contract';
import type { Gazetteer } from '@perambula/core';
import { PortalGuard, Visitor } from '../portal/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { ProposedBody, WishedBody } from './dto/bodies.js';
import { ProposalsService } from './proposals.service.js';

/** What a client would change of a search, tried and sent in their portal. */
@Controller('portal')
@UseGuards(PortalGuard, ThrottlerGuard)
export class WishesController {
  constructor(private readonly proposals: ProposalsService) {}

  @Get('words')
  @Throttle({ default: { limit: 60, ttl: 60_000 } })
  words(): Promise<Pick<Gazetteer, 'choices'>> {
    return this.proposals.words();
  }

  @Post('searches/:id/wish')
  @HttpCode(200)
  @Throttle({ default: { limit: 90, ttl: 60_000 } })
  try(@Visitor() personId: string, @Param('id') id: string, @Body() body: WishedBody): Promise<WishEffect> {
    return this.proposals.try(personId, id, body);
  }

  @Post('searches/:id/proposals')
  @HttpCode(200)
  @Throttle({ default: { limit: 12, ttl: 60_000 } })
  async propose(
    @Visitor() personId: string,
    @Param('id') id: string,
    @Body() body: ProposedBody,
  ): Promise<Record<string, never>> {
    await this.proposals.propose(personId, id, body);
    return {};
  }
}

/** The same, as the agent looks at it. */
@Controller('clients/:id/proposals')
@UseGuards(AgentGuard)
export class ProposalsController {
  constructor(private readonly proposals: ProposalsService) {}

  @Get(':entryId')
  get(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Param('entryId') entryId: string): Promise<Proposal> {
    return this.proposals.get(agent.id, id, entryId);
  }
}
