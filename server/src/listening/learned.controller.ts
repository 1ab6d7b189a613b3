import { Body, Controller, Get, HttpCode, Param, Post, UseGuards } from '@nestjs/common';
import type { Learned } from '@perambula/contract';
import { ClientsService } from '../clients/index.js';
import { Desk } from '../desk/index.js';
import { SavedSearches, SearchesService } from '../searches/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { AsideBody } from './dto/bodies.js';
import { LearnedService } from './learned.service.js';

@Controller('clients/:id/learned')
@UseGuards(AgentGuard)
export class LearnedController {
  constructor(
    private readonly clients: ClientsService,
    private readonly desk: Desk,
    private readonly saved: SavedSearches,
    private readonly searches: SearchesService,
  ) {}

  /** Learned at the desk, counted by the engine. */
  @Get()
  async of(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Learned> {
    const { changes, begin } = await this.desk.run('page', 'what their answers say', LearnedService, 'of', agent.id, id);
    const counted = changes.map(async (change) => {
      const { document } = await this.saved.own(agent.id, change.searchId);
      const { onlyA, onlyB } = await this.searches.compare(agent.id, document, change.document, { part: 'both', limit: 1 });
      return { ...change, adds: onlyB, drops: onlyA };
    });
    return {
      changes: await Promise.all(counted),
      begin: begin && { ...begin, fit: (await this.searches.first(agent.id, begin.document, 1)).total },
    };
  }

  @Post('aside')
  @HttpCode(200)
  async setAside(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Body() { key }: AsideBody,
  ): Promise<Record<string, never>> {
    await this.clients.setAside(agent.id, id, key);
    return {};
  }
}
