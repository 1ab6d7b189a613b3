import { Controller, Get, Inject, UseGuards } from '@nestjs/common';
import type { ClockAnswer } from '@perambula/contract';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { AgentGuard } from '../sessions/index.js';
import { Clock } from './clock.service.js';

@Controller('clock')
@UseGuards(AgentGuard)
export class ClockController {
  constructor(
    private readonly clock: Clock,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get()
  now(): ClockAnswer {
    return { now: this.clock.date().toISOString(), zone: this.config.zone, movable: this.config.demo !== null };
  }
}
