import { Body, Controller, HttpCode, Post, UseGuards } from '@nestjs/common';
import type { CompsAnswer } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { CompsService } from './comps.service.js';
import { CompsBody } from './dto/bodies.js';

@Controller('comps')
@UseGuards(AgentGuard)
export class CompsController {
  constructor(private readonly comps: CompsService) {}

  @Post()
  @HttpCode(200)
  gather(@CurrentAgent() agent: AgentRow, @Body() { subject, keys }: CompsBody): Promise<CompsAnswer> {
    return this.comps.gather(agent.id, subject ?? null, keys ?? []);
  }
}
