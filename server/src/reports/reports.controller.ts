import { Body, Controller, HttpCode, Post, UseGuards } from '@nestjs/common';
import { ApiProperty } from '@nestjs/swagger';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import { IsLine, IsText } from '../common/fields.js';
import { log } from '../common/log.js';

/** A page that failed, without anything of what stood on it. */
class ReportBody {
  @ApiProperty({ description: 'The page by its place, without names or keys.' }) @IsLine(200) page: string;
  @ApiProperty({ description: 'The error’s name and message, without what is quoted in it.' }) @IsText(500) error: string;
  @ApiProperty({ description: 'Where in the code it happened.' }) @IsText(4000) stack: string;
}

/** What browsers say of pages that failed, for the server's log. Anybody may, and nobody often. */
@Controller('reports')
export class ReportsController {
  @Post()
  @HttpCode(200)
  @UseGuards(ThrottlerGuard)
  @Throttle({ default: { limit: 20, ttl: 60_000 } })
  report(@Body() { page, error, stack }: ReportBody): Record<string, never> {
    log.error({ page, failed: error, stack }, 'a page failed in a browser');
    return {};
  }
}
