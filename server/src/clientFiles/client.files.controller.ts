import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Query, Res, UseGuards } from '@nestjs/common';
import type { ClientFile, ClientSummary, TimelinePage } from '@perambula/contract';
import type { Response } from 'express';
import { ClientsService } from '../clients/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { ClientFilesService } from './client.files.service.js';
import { Correspondence } from './correspondence.js';
import { AnswerBody, ArchiveBody, EntryBody, FilesQuery, HoursBody, MergeBody, TimelineQuery } from './dto/bodies.js';
import { Timeline } from './timeline.js';
import { WholeFiles } from './wholeFiles.js';

@Controller('clients')
@UseGuards(AgentGuard)
export class ClientFilesController {
  constructor(
    private readonly clients: ClientsService,
    private readonly files: ClientFilesService,
    private readonly wholeFiles: WholeFiles,
    private readonly timelines: Timeline,
    private readonly correspondence: Correspondence,
  ) {}

  @Get()
  list(@CurrentAgent() agent: AgentRow, @Query() { archived }: FilesQuery): Promise<ClientSummary[]> {
    return this.files.list(agent.id, archived);
  }

  @Get(':id')
  file(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<ClientFile> {
    return this.files.file(agent.id, id);
  }

  @Delete(':id')
  async remove(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Record<string, never>> {
    await this.wholeFiles.remove(agent.id, id);
    return {};
  }

  @Post(':id/archive')
  @HttpCode(200)
  async archive(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Body() { archived }: ArchiveBody,
  ): Promise<Record<string, never>> {
    await this.wholeFiles.archive(agent.id, id, archived);
    return {};
  }

  @Post(':id/merge')
  @HttpCode(200)
  async merge(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Body() { otherId }: MergeBody,
  ): Promise<Record<string, never>> {
    await this.wholeFiles.merge(agent.id, id, otherId);
    return {};
  }

  @Put(':id/hours')
  async setHours(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Body() body: HoursBody,
  ): Promise<Record<string, never>> {
    await this.files.setHours(agent.id, id, body);
    return {};
  }

  /** All that is kept of a person, as a file. */
  @Get(':id/people/:personId/data')
  async data(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('personId') personId: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<string> {
    const data = await this.wholeFiles.dataOf(agent.id, id, personId);
    response.type('application/json; charset=utf-8');
    response.attachment('person.json');
    return JSON.stringify(data, null, 2);
  }

  @Delete(':id/people/:personId/data')
  async forget(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('personId') personId: string,
  ): Promise<Record<string, never>> {
    await this.wholeFiles.forgetPerson(agent.id, id, personId);
    return {};
  }

  @Get(':id/timeline')
  async timeline(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Query() { kinds, before }: TimelineQuery,
  ): Promise<TimelinePage> {
    await this.clients.own(agent.id, id);
    return this.timelines.of(id, { ...(kinds ? { kinds } : {}), before: before === undefined ? undefined : new Date(before) });
  }

  @Post(':id/timeline')
  async add(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: EntryBody): Promise<{ id: string }> {
    return { id: await this.correspondence.add(agent.id, id, body) };
  }

  @Delete(':id/timeline/:entryId')
  async removeEntry(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('entryId') entryId: string,
  ): Promise<Record<string, never>> {
    await this.correspondence.remove(agent.id, id, entryId);
    return {};
  }

  @Post(':id/timeline/:entryId/answer')
  @HttpCode(200)
  async answer(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('entryId') entryId: string,
    @Body() { text }: AnswerBody,
  ): Promise<Record<string, never>> {
    await this.correspondence.answer(agent, id, entryId, text);
    return {};
  }
}
