import { Body, Controller, Delete, Get, Header, HttpCode, Post, Put, UseGuards } from '@nestjs/common';
import { ApiConsumes } from '@nestjs/swagger';
import type { FeedState, FieldCoverage, FileReport } from '@perambula/contract';
import { Failure } from '../common/failure.js';
import { AgentGuard } from '../sessions/index.js';
import { FeedSourceBody } from './dto/bodies.js';
import { FeedService } from './feed.service.js';
import { FeedSettings } from './feed.settings.js';
import { ListingImport } from './listing.import.js';

@Controller('feed')
@UseGuards(AgentGuard)
export class FeedController {
  constructor(
    private readonly feed: FeedService,
    private readonly settings: FeedSettings,
    private readonly files: ListingImport,
  ) {}

  @Get()
  @Header('cache-control', 'no-store')
  state(): Promise<FeedState> {
    return this.feed.state();
  }

  @Get('coverage')
  coverage(): Promise<FieldCoverage[]> {
    return this.feed.coverage();
  }

  /** Reads another feed from now on. */
  @Put('source')
  async choose(@Body() { address, token }: FeedSourceBody): Promise<FeedState> {
    await this.settings.choose(address, token);
    return this.feed.state();
  }

  /** Goes back to the feed that the server was started with. */
  @Delete('source')
  async reset(): Promise<FeedState> {
    await this.settings.reset();
    return this.feed.state();
  }

  /** A file of listings by RESO names, as CSV or JSON text. */
  @Post('files')
  @HttpCode(200)
  @ApiConsumes('text/csv', 'text/plain')
  read(@Body() text: unknown): Promise<FileReport> {
    if (typeof text !== 'string')
      throw new Failure('file.unreadable', 'Send the file as text/csv, or as text/plain when it is JSON.');
    return this.files.run(text);
  }
}
