import { Body, Controller, Get, HttpCode, Param, Post, Put, UseGuards } from '@nestjs/common';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import type { OwnPage, VisitorHomes, VisitorPage } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { OwnPageBody, VisitorHomesBody, VisitorRequestBody } from './dto/bodies.js';
import { VisitorsService } from './visitors.service.js';

/** The agent's own page, as they see to it. */
@Controller('visitors')
@UseGuards(AgentGuard)
export class OwnPageController {
  constructor(private readonly visitors: VisitorsService) {}

  @Get()
  own(@CurrentAgent() agent: AgentRow): OwnPage {
    return this.visitors.own(agent);
  }

  @Put()
  set(@CurrentAgent() agent: AgentRow, @Body() { isOpen }: OwnPageBody): Promise<OwnPage> {
    return this.visitors.setOpen(agent, isOpen);
  }
}

/** What anybody may ask for without being known. */
@Controller('visitors/:agent')
@UseGuards(ThrottlerGuard)
export class VisitorsController {
  constructor(private readonly visitors: VisitorsService) {}

  @Get()
  @Throttle({ default: { limit: 60, ttl: 60_000 } })
  page(@Param('agent') agent: string): Promise<VisitorPage> {
    return this.visitors.page(agent);
  }

  @Post('homes')
  @HttpCode(200)
  @Throttle({ default: { limit: 180, ttl: 60_000 } })
  homes(@Param('agent') agent: string, @Body() { search, offset = 0 }: VisitorHomesBody): Promise<VisitorHomes> {
    return this.visitors.homes(agent, search, offset);
  }

  @Post('requests')
  @HttpCode(200)
  @Throttle({ default: { limit: 6, ttl: 60_000 } })
  async ask(@Param('agent') agent: string, @Body() body: VisitorRequestBody): Promise<Record<string, never>> {
    await this.visitors.ask(agent, body);
    return {};
  }
}
