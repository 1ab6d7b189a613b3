import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post, Put, UseGuards } from '@nestjs/common';
import type { Shortlist } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import {
  ItemBody,
  KeysBody,
  NewShortlistBody,
  OrderBody,
  OtherShortlistBody,
  SharingBody,
  ShortlistBody,
  ShortlistNameBody,
} from './dto/bodies.js';
import { ShortlistsService } from './shortlists.service.js';

@Controller('shortlists')
@UseGuards(AgentGuard)
export class ShortlistsController {
  constructor(private readonly shortlists: ShortlistsService) {}

  @Get()
  list(@CurrentAgent() agent: AgentRow): Promise<Shortlist[]> {
    return this.shortlists.list(agent.id);
  }

  @Post()
  create(@CurrentAgent() agent: AgentRow, @Body() body: NewShortlistBody): Promise<Shortlist> {
    return this.shortlists.create(agent.id, body.clientId, body.name, body.listingKeys);
  }

  @Get(':id')
  get(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Shortlist> {
    return this.shortlists.get(agent.id, id);
  }

  @Post(':id/items')
  @HttpCode(200)
  add(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: KeysBody): Promise<Shortlist> {
    return this.shortlists.add(agent.id, id, body.listingKeys);
  }

  @Patch(':id/items/:itemId')
  changeItem(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('itemId') itemId: string,
    @Body() body: ItemBody,
  ): Promise<Shortlist> {
    return this.shortlists.changeItem(agent.id, id, itemId, body);
  }

  @Delete(':id/items/:itemId')
  removeItem(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Param('itemId') itemId: string): Promise<Shortlist> {
    return this.shortlists.removeItem(agent.id, id, itemId);
  }

  @Post(':id/items/:itemId/restore')
  @HttpCode(200)
  restoreItem(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Param('itemId') itemId: string): Promise<Shortlist> {
    return this.shortlists.restoreItem(agent.id, id, itemId);
  }

  @Patch(':id')
  change(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: ShortlistBody): Promise<Shortlist> {
    return this.shortlists.change(agent.id, id, body);
  }

  @Post(':id/copy')
  copy(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() { name }: ShortlistNameBody): Promise<Shortlist> {
    return this.shortlists.copy(agent.id, id, name);
  }

  @Post(':id/merge')
  @HttpCode(200)
  merge(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() { otherId }: OtherShortlistBody): Promise<Shortlist> {
    return this.shortlists.merge(agent.id, id, otherId);
  }

  @Delete(':id')
  async remove(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Record<string, never>> {
    await this.shortlists.remove(agent.id, id);
    return {};
  }

  @Post(':id/restore')
  @HttpCode(200)
  restore(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Shortlist> {
    return this.shortlists.restore(agent.id, id);
  }

  @Put(':id/sharing')
  share(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() { shared }: SharingBody): Promise<Shortlist> {
    return this.shortlists.share(agent.id, id, shared);
  }

  @Put(':id/order')
  reorder(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: OrderBody): Promise<Shortlist> {
    return this.shortlists.reorder(agent.id, id, body.itemIds);
  }
}
