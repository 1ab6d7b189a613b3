import { Controller, Get, Param, Res, UseGuards } from '@nestjs/common';
import { isOwnKey } from '@perambula/contract';
import type { ListingMedia, RecordAnswer } from '@perambula/contract';
import { recordDifferences } from '@perambula/core';
import type { Response } from 'express';
import { found } from '../common/failure.js';
import { ListingsService } from '../listings/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { PublicRecords } from './publicRecords.js';
import { handOn, RecordsSource } from './records.source.js';

/** What an agent can look up beside a listing; none of it is for clients. */
@Controller('listings/:key')
@UseGuards(AgentGuard)
export class RecordsController {
  constructor(
    private readonly listings: ListingsService,
    private readonly source: RecordsSource,
    private readonly records: PublicRecords,
  ) {}

  @Get('media')
  async media(@Param('key') key: string): Promise<ListingMedia> {
    // a file brings none, and the feed is not asked of it
    return isOwnKey(key) ? { pictures: [], documents: [] } : this.source.media(key);
  }

  @Get('record')
  async record(@CurrentAgent() agent: AgentRow, @Param('key') key: string): Promise<RecordAnswer> {
    const listing = found((await this.listings.byKeys([key], agent.id)).get(key), 'listing');
    const parcel = listing['ParcelNumber'];
    const record = typeof parcel === 'string' ? await this.records.find(parcel) : null;
    return { record, differences: record ? recordDifferences(listing, record) : [] };
  }

  @Get('documents/:file')
  async document(@Param('key') key: string, @Param('file') file: string, @Res() response: Response): Promise<void> {
    const pdf = found(/^[\w-]{1,60}\.pdf$/.test(file) ? await this.source.document(key, file) : null, 'document');
    response.setHeader('content-disposition', `inline; filename="${file}"`);
    response.setHeader('content-type', pdf.type);
    await handOn(pdf, response);
  }
}
