import { Body, Controller, HttpCode, Post, UseGuards } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import { isPeriod } from '@perambula/core';
import { IsLine } from '../common/fields.js';
import { Duration } from 'luxon';
import { Failure } from '../common/failure.js';
import { AgentGuard } from '../sessions/index.js';
import { DemoLife } from './demo.life.js';

const MOST_DAYS = 31;

class AdvanceBody {
  @ApiProperty() @IsLine(30) advance: string;
}

@Controller('demo/clock')
@UseGuards(AgentGuard)
export class DemoClockController {
  constructor(private readonly life: DemoLife) {}

  @Post()
  @HttpCode(200)
  async advance(@Body() { advance }: AdvanceBody): Promise<{ now: string }> {
    const ms = isPeriod(advance) ? Duration.fromISO(advance).as('milliseconds') : NaN;
    if (!(ms > 0 && ms <= MOST_DAYS * 86_400_000)) {
      throw new Failure(
        'request.invalid',
        `The clock moves forward by a period such as P1D or PT3H, ${MOST_DAYS} days at most.`,
        { path: 'advance' },
      );
    }
    return { now: new Date(await this.life.advance(ms)).toISOString() };
  }
}
