import { createReadStream } from 'node:fs';
import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Param,
  Post,
  Put,
  Query,
  StreamableFile,
  UseGuards,
} from '@nestjs/common';
import type { Choices, ComparisonAnswer, FileType, Filled, SavedSearch, SearchState } from '@perambula/contract';
import type { Loosening } from '@perambula/core';
import { XLSX } from '../common/mediaTypes.js';
import type { TemporaryFile } from '../common/temporaryFile.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import {
  ChangedSearchBody,
  CompareBody,
  CountBody,
  FileBody,
  FileOfBody,
  KindsQuery,
  ListingsBody,
  NewSearchBody,
  ResultBody,
  RowsBody,
} from './dto/bodies.js';
import { SavedSearches } from './saved.searches.js';
import { SearchesService } from './searches.service.js';

const JSON_TYPE = 'application/json; charset=utf-8';

const MEDIA_TYPES: Readonly<Record<FileType, string>> = {
  csv: 'text/csv; charset=utf-8',
  xlsx: XLSX,
  json: 'application/json',
  geojson: 'application/geo+json',
  kml: 'application/vnd.google-earth.kml+xml',
};

/** A file as it goes out, and is removed then. */
function sent(file: TemporaryFile, type: FileType): StreamableFile {
  const stream = createReadStream(file.path);
  stream.once('close', () => void file.remove());
  return new StreamableFile(stream, { type: MEDIA_TYPES[type], disposition: `attachment; filename="listings.${type}"` });
}

@Controller('searches')
@UseGuards(AgentGuard)
export class SearchesController {
  constructor(
    private readonly searches: SearchesService,
    private readonly saved: SavedSearches,
  ) {}

  @Post('count')
  @HttpCode(200)
  @Header('content-type', JSON_TYPE)
  count(@CurrentAgent() agent: AgentRow, @Body() body: CountBody): Promise<string> {
    return this.searches.count(agent.id, body.search);
  }

  @Post('loosenings')
  @HttpCode(200)
  loosenings(@CurrentAgent() agent: AgentRow, @Body() body: CountBody): Promise<Loosening[]> {
    return this.searches.loosenings(agent.id, body.search);
  }

  @Post('listings')
  @HttpCode(200)
  @Header('content-type', JSON_TYPE)
  listings(@CurrentAgent() agent: AgentRow, @Body() { search, ...query }: ListingsBody): Promise<string> {
    return this.searches.results(agent.id, search, query);
  }

  /** The keys of a whole result, in its order: what a long list is drawn from, page by page. */
  @Post('keys')
  @HttpCode(200)
  async keys(@CurrentAgent() agent: AgentRow, @Body() { search, ...part }: ResultBody): Promise<StreamableFile> {
    return new StreamableFile(await this.searches.keys(agent.id, search, part), { type: JSON_TYPE });
  }

  /** A whole result as a map draws it. */
  @Post('marks')
  @HttpCode(200)
  async marks(@CurrentAgent() agent: AgentRow, @Body() { search, ...part }: ResultBody): Promise<StreamableFile> {
    return new StreamableFile(await this.searches.marks(agent.id, search, part), { type: JSON_TYPE });
  }

  @Post('rows')
  @HttpCode(200)
  @Header('content-type', JSON_TYPE)
  rows(@CurrentAgent() agent: AgentRow, @Body() { search, set, keys }: RowsBody): Promise<string> {
    return this.searches.rowsOf(agent.id, search, set, keys);
  }

  @Post('compare')
  @HttpCode(200)
  compare(@CurrentAgent() agent: AgentRow, @Body() { a, b, ...part }: CompareBody): Promise<ComparisonAnswer> {
    return this.searches.compare(agent.id, a, b, part);
  }

  /** A result as a file of RESO names, for the agent. */
  @Post('file')
  @HttpCode(200)
  async file(@CurrentAgent() agent: AgentRow, @Body() { search, set, type }: FileBody): Promise<StreamableFile> {
    return sent(await this.searches.file(agent.id, search, set, type), type);
  }

  /** Some listings as such a file. */
  @Post('file/listings')
  @HttpCode(200)
  async fileOf(@CurrentAgent() agent: AgentRow, @Body() { keys, type }: FileOfBody): Promise<StreamableFile> {
    return sent(await this.searches.fileOf(agent.id, keys, type), type);
  }

  @Get('choices')
  choices(): Promise<Choices> {
    return this.searches.choices();
  }

  @Get('filled')
  filled(@Query() { kinds }: KindsQuery): Promise<Filled> {
    return this.searches.filled(kinds);
  }

  @Get()
  list(@CurrentAgent() agent: AgentRow): Promise<SavedSearch[]> {
    return this.saved.list(agent.id);
  }

  @Post()
  create(@CurrentAgent() agent: AgentRow, @Body() body: NewSearchBody): Promise<SavedSearch> {
    return this.saved.create(agent.id, body);
  }

  @Get(':id')
  get(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<SavedSearch> {
    return this.saved.get(agent.id, id);
  }

  /** The search as it was saved each time, the newest first. */
  @Get(':id/states')
  states(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<SearchState[]> {
    return this.saved.states(agent.id, id);
  }

  @Put(':id')
  update(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: ChangedSearchBody): Promise<SavedSearch> {
    return this.saved.update(agent.id, id, body);
  }

  @Delete(':id')
  @HttpCode(200)
  async remove(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Record<string, never>> {
    await this.saved.remove(agent.id, id);
    return {};
  }
}
