import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put, UseGuards } from '@nestjs/common';
import type { BoundEffect, KeptBound } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { BoundsService } from './bounds.service.js';
import { KeptBoundBody, ShapeBody } from './dto/bodies.js';

@Controller('bounds')
@UseGuards(AgentGuard)
export class BoundsController {
  constructor(private readonly bounds: BoundsService) {}

  @Get()
  list(@CurrentAgent() agent: AgentRow): Promise<KeptBound[]> {
    return this.bounds.list(agent.id);
  }

  @Post()
  create(@CurrentAgent() agent: AgentRow, @Body() body: KeptBoundBody): Promise<KeptBound> {
    return this.bounds.create(agent.id, body);
  }

  @Put(':id')
  update(
    @CurrentAgent() agent: AgentRow,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: KeptBoundBody,
  ): Promise<KeptBound> {
    return this.bounds.update(agent.id, id, body);
  }

  /** What another shape would do to the searches that have it; nothing is changed. */
  @Post(':id/effect')
  @HttpCode(200)
  effect(
    @CurrentAgent() agent: AgentRow,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { shape }: ShapeBody,
  ): Promise<BoundEffect[]> {
    return this.bounds.effect(agent.id, id, shape);
  }

  @Delete(':id')
  @HttpCode(200)
  async remove(@CurrentAgent() agent: AgentRow, @Param('id', ParseUUIDPipe) id: string): Promise<Record<string, never>> {
    await this.bounds.remove(agent.id, id);
    return {};
  }
}
