import { Body, Controller, Get, HttpCode, Param, Post, UseGuards } from '@nestjs/common';
import type { CompsAnswer, PriceModelAnswer } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { CompsService } from './comps.service.js';
import { CompsBody } from './dto/bodies.js';

@Controller()
@UseGuards(AgentGuard)
export class CompsController {
  constructor(private readonly comps: CompsService) {}

  @Post('comps')
  @HttpCode(200)
  gather(@CurrentAgent() agent: AgentRow, @Body() { subject, parcel, keys }: CompsBody): Promise<CompsAnswer> {
    return this.comps.gather(agent.id, { subject: subject ?? null, parcel: parcel ?? null }, keys ?? []);
  }

  @Get('priceModels/:type')
  priceModel(@CurrentAgent() agent: AgentRow, @Param('type') type: string): Promise<PriceModelAnswer> {
    return this.comps.priceModel(agent.id, type);
  }
}
