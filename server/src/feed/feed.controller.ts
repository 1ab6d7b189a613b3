import { Body, Controller, Delete, Get, Header, HttpCode, Post, Put, Req, UseGuards } from '@nestjs/common';
import { ApiBody, ApiConsumes } from '@nestjs/swagger';
import type { FeedPreview, FeedState, FieldCoverage, FileReport, OwnListings as OwnListingsState } from '@perambula/contract';
import type { Request } from 'express';
import { Failure } from '../common/failure.js';
import { receiveText } from '../common/receiveText.js';
import { Desk } from '../desk/index.js';
import { AdministratorGuard, AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { TakeOutBody, FeedSourceBody } from './dto/bodies.js';
import { FeedPreviews } from './feed.previews.js';
import { FeedService } from './feed.service.js';
import { FeedSettings } from './feed.settings.js';
import type { FeedAddress } from './feed.settings.js';
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

  /** What the first records of another feed show, before it is read. */
  @Post('source/preview')
  @HttpCode(200)
  @UseGuards(AdministratorGuard)
  preview(@Body() body: FeedSourceBody): Promise<FeedPreview> {
    return this.look(addressIn(body));
  }

  /** Reads another feed from now on. */
  @Put('source')
  @UseGuards(AdministratorGuard)
  async choose(@Body() body: FeedSourceBody): Promise<FeedState> {
    const address = addressIn(body);
    const { records, readable, reasons } = await this.look(address);
    if (records > 0 && readable === 0)
      throw new Failure(
        'feed.unreadable',
        `${address.root} is not read: none of its records can be, the first because ${reasons[0]?.reason}. The feed stays as it was.`,
      );
    await this.settings.choose(address);
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

  private look(address: Omit<FeedAddress, 'chosen'>): Promise<FeedPreview> {
    return this.desk.run('file', 'how long the feed takes to answer', FeedPreviews, 'look', address);
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

/** @throws Failure when neither a token is there nor all that one is asked for with */
function addressIn({
  address,
  token,
  tokenUrl,
  clientId,
  clientSecret,
  scope,
  names,
}: FeedSourceBody): Omit<FeedAddress, 'chosen'> {
  const root = address.replace(/\/+$/, '');
  if (tokenUrl && clientId && clientSecret)
    return { root, access: { tokenUrl, clientId, clientSecret, scope: scope || null }, names: names ?? {} };
  if (tokenUrl || !token)
    throw new Failure('request.invalid', 'Give a token, or an address for tokens with a client and its secret.', {
      path: 'token',
    });
  return { root, access: { token }, names: names ?? {} };
}
