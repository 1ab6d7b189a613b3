import { Body, Controller, Get, HttpCode, Param, Post, StreamableFile, UseGuards } from '@nestjs/common';
import type { CompsAnswer, CompsFileType, PriceModelAnswer } from '@perambula/contract';
import { XLSX } from '../common/mediaTypes.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { CompsService } from './comps.service.js';
import { CompsBody, CompsFileBody } from './dto/bodies.js';

const TYPES: Readonly<Record<CompsFileType, string>> = {
  pdf: 'application/pdf',
  xlsx: XLSX,
};

@Controller()
@UseGuards(AgentGuard)
export class CompsController {
  constructor(private readonly comps: CompsService) {}

  @Post('comps')
  @HttpCode(200)
  gather(@CurrentAgent() agent: AgentRow, @Body() body: CompsBody): Promise<CompsAnswer> {
    return this.comps.gather(agent.id, body);
  }

  @Post('comps/file')
  @HttpCode(200)
  async file(@CurrentAgent() agent: AgentRow, @Body() body: CompsFileBody): Promise<StreamableFile> {
    return new StreamableFile(await this.comps.file(agent, body), {
      type: TYPES[body.type],
      disposition: `attachment; filename="comps.${body.type}"`,
    });
  }

  @Get('priceModels/:type')
  priceModel(@CurrentAgent() agent: AgentRow, @Param('type') type: string): Promise<PriceModelAnswer> {
    return this.comps.priceModel(agent.id, type);
  }
}
