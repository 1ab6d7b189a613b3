import { Body, Controller, HttpCode, Post, UseGuards } from '@nestjs/common';
import type { MovedAnswer, MovementAnswer } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { MarketBody, MovedBody } from './dto/bodies.js';
import { MarketService } from './market.service.js';

@Controller('market')
@UseGuards(AgentGuard)
export class MarketController {
  constructor(private readonly market: MarketService) {}

  @Post('moved')
  @HttpCode(200)
  moved(@CurrentAgent() agent: AgentRow, @Body() { scope, ...span }: MarketBody): Promise<MovementAnswer> {
    return this.market.moved(agent, scope, span);
  }

  @Post('moved/homes')
  @HttpCode(200)
  homes(
    @CurrentAgent() agent: AgentRow,
    @Body() { scope, moved, order, offset, limit, ...span }: MovedBody,
  ): Promise<MovedAnswer> {
    return this.market.homes(agent, scope, span, { moved, order, offset, limit });
  }
}
