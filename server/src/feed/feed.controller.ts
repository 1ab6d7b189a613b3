import { Body, Controller, Delete, Get, Header, HttpCode, Post, Put, Req, UseGuards } from '@nestjs/common';
import { ApiBody, ApiConsumes } from '@nestjs/swagger';
import type { FeedState, FieldCoverage, FileReport, OwnListings as OwnListingsState } from '@perambula/contract';
import type { Request } from 'express';
import { receiveText } from '../common/receiveText.js';
import { Desk } from '../desk/index.js';
import { AdministratorGuard, AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { TakeOutBody, FeedSourceBody } from './dto/bodies.js';
import { FeedService } from './feed.service.js';
import { FeedSettings } from './feed.settings.js';
import { ListingImport } from './listing.import.js';
import { OwnListings } from './own.listings.js';

const MOST_BYTES = 20_000_000;

@Controller('feed')
@UseGuards(AgentGuard)
export class FeedController {
  constructor(
    private readonly feed: FeedService,
    private readonly settings: FeedSettings,
    private readonly own: OwnListings,
    private readonly desk: Desk,
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
  @UseGuards(AdministratorGuard)
  async choose(@Body() { address, token }: FeedSourceBody): Promise<FeedState> {
    await this.settings.choose(address, token);
    return this.feed.state();
  }

  /** Goes back to the feed that the server was started with. */
  @Delete('source')
  @UseGuards(AdministratorGuard)
  async reset(): Promise<FeedState> {
    await this.settings.reset();
    return this.feed.state();
  }

  /** Takes out what the feed no longer has, where it is too much to be done unasked. */
  @Post('missing/agreement')
  @HttpCode(200)
  @UseGuards(AdministratorGuard)
  async agree(@Body() { listings }: TakeOutBody): Promise<FeedState> {
    await this.settings.agree(listings);
    return this.feed.state();
  }

  /** A file of listings by RESO names, as CSV or JSON text. */
  @Post('files')
  @UseGuards(AdministratorGuard)
  @HttpCode(200)
  @ApiConsumes('text/csv', 'text/plain')
  @ApiBody({ schema: { type: 'string' } })
  read(@Req() request: Request): Promise<FileReport> {
    return this.readFor(null, request);
  }

  /** What of the agent's own files is there. */
  @Get('files/own')
  @Header('cache-control', 'no-store')
  ownListings(@CurrentAgent() agent: AgentRow): Promise<OwnListingsState> {
    return this.own.state(agent.id);
  }

  /** The same kind of file, whose listings nobody else sees. */
  @Post('files/own')
  @HttpCode(200)
  @ApiConsumes('text/csv', 'text/plain')
  @ApiBody({ schema: { type: 'string' } })
  readOwn(@CurrentAgent() agent: AgentRow, @Req() request: Request): Promise<FileReport> {
    return this.readFor(agent.id, request);
  }

  /** Takes out all listings of the agent's own files. */
  @Delete('files/own')
  async removeOwn(@CurrentAgent() agent: AgentRow): Promise<OwnListingsState> {
    await this.own.removeAll(agent.id);
    return this.own.state(agent.id);
  }

  private async readFor(agentId: string | null, request: Request): Promise<FileReport> {
    const file = await receiveText(request, ['text/csv', 'text/plain'], MOST_BYTES);
    try {
      return await this.desk.run('file', 'how much the file holds', ListingImport, 'run', file.path, agentId);
    } finally {
      await file.remove();
    }
  }
}
