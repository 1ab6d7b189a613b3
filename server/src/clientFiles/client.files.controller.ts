import { Controller, Get, Param, UseGuards } from '@nestjs/common';
import type { ClientFile, ClientSummary } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { ClientFilesService } from './client.files.service.js';

@Controller('clients')
@UseGuards(AgentGuard)
export class ClientFilesController {
  constructor(private readonly files: ClientFilesService) {}

  @Get()
  list(@CurrentAgent() agent: AgentRow): Promise<ClientSummary[]> {
    return this.files.list(agent.id);
  }

  @Get(':id')
  file(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<ClientFile> {
    return this.files.file(agent.id, id);
  }
}
