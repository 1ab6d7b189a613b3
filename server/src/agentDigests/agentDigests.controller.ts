import { Body, Controller, Get, Put, UseGuards } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import type { OwnDigest } from '@perambula/contract';
import { IsBoolean } from 'class-validator';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { AgentDigests } from './agentDigests.js';

class OwnDigestBody {
  @ApiProperty() @IsBoolean() isWanted: boolean;
}

@Controller('digest')
@UseGuards(AgentGuard)
export class AgentDigestsController {
  constructor(private readonly digests: AgentDigests) {}

  @Get()
  async get(@CurrentAgent() agent: AgentRow): Promise<OwnDigest> {
    return { isWanted: await this.digests.isWanted(agent.id) };
  }

  @Put()
  async set(@CurrentAgent() agent: AgentRow, @Body() { isWanted }: OwnDigestBody): Promise<OwnDigest> {
    await this.digests.setWanted(agent.id, isWanted);
    return { isWanted };
  }
}
