import { Body, Controller, HttpCode, Post, StreamableFile, UseGuards } from '@nestjs/common';
import { Desk } from '../desk/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { HandoutBody } from './dto/bodies.js';
import { Handouts } from './handouts.service.js';

@Controller('handouts')
@UseGuards(AgentGuard)
export class HandoutsController {
  constructor(private readonly desk: Desk) {}

  @Post()
  @HttpCode(200)
  async make(@CurrentAgent() agent: AgentRow, @Body() body: HandoutBody): Promise<StreamableFile> {
    const pdf = await this.desk.run('file', 'the homes to be printed', Handouts, 'pdf', agent, body, '');
    return new StreamableFile(pdf, { type: 'application/pdf', disposition: 'attachment; filename="homes.pdf"' });
  }
}
