import { Body, Controller, Get, HttpCode, Inject, Post, UseGuards } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import { isPeriod } from '@perambula/core';
import { IsLine } from '../common/fields.js';
import { Duration } from 'luxon';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { AgentGuard } from '../sessions/index.js';
import { PipelineThread } from './pipeline.thread.js';

const MOST_DAYS = 31;

class AdvanceBody {
  @ApiProperty() @IsLine(30) advance: string;
}

@Controller()
@UseGuards(AgentGuard)
export class DemoController {
  constructor(
    private readonly clock: Clock,
    private readonly pipeline: PipelineThread,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get('clock')
  now(): { now: string; zone: string; movable: boolean } {
    return { now: this.clock.date().toISOString(), zone: this.config.zone, movable: this.config.demo !== null };
  }

  @Post('demo/clock')
  @HttpCode(200)
  async advance(@Body() { advance }: AdvanceBody): Promise<{ now: string }> {
    if (!this.config.demo) throw new Failure('clock.fixed', 'Only the demo’s clock can be moved.');
    const ms = isPeriod(advance) ? Duration.fromISO(advance).as('milliseconds') : NaN;
    if (!(ms > 0 && ms <= MOST_DAYS * 86_400_000)) {
      throw new Failure(
        'request.invalid',
        `The clock moves forward by a period such as P1D or PT3H, ${MOST_DAYS} days at most.`,
        { path: 'advance' },
      );
    }
    return { now: new Date(await this.pipeline.advance(ms)).toISOString() };
  }
}
