import { Body, Controller, Delete, Get, Param, Put, StreamableFile, UseGuards } from '@nestjs/common';
import type { RoundDay } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { DaysService } from './days.service.js';
import { VisitNoteBody } from './dto/bodies.js';
import { VisitNotes } from './visit.notes.js';

@Controller('rounds/:id')
@UseGuards(AgentGuard)
export class DaysController {
  constructor(
    private readonly days: DaysService,
    private readonly notes: VisitNotes,
  ) {}

  @Get('day')
  get(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<RoundDay> {
    return this.days.get(agent.id, id);
  }

  @Put('notes/:noteId')
  keep(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('noteId') noteId: string,
    @Body() note: VisitNoteBody,
  ): Promise<{ says: string }> {
    return this.notes.keep(agent, id, noteId, note);
  }

  @Delete('notes/:noteId')
  async remove(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('noteId') noteId: string,
  ): Promise<Record<string, never>> {
    await this.notes.remove(agent.id, id, noteId);
    return {};
  }

  @Get('notes/:noteId/picture')
  async picture(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('noteId') noteId: string,
  ): Promise<StreamableFile> {
    return new StreamableFile(await this.notes.picture(agent.id, id, noteId), { type: 'image/jpeg' });
  }
}
