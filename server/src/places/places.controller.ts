import { Controller, Get, Param, Query, UseGuards } from '@nestjs/common';
import type { AddressPlace } from '@perambula/contract';
import { positionOf } from '@perambula/core';
import type { OnFoot } from '@perambula/core';
import { found } from '../common/failure.js';
import { ListingsService } from '../listings/index.js';
import { RoadsService } from '../roads/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { AddressesService } from './addresses.service.js';
import { AddressQuery } from './dto/queries.js';

@Controller()
@UseGuards(AgentGuard)
export class PlacesController {
  constructor(
    private readonly addresses: AddressesService,
    private readonly listings: ListingsService,
    private readonly roads: RoadsService,
  ) {}

  /** Parcels by their address as it is typed, also such as were never listed. */
  @Get('places/addresses')
  find(@Query() { sought }: AddressQuery): AddressPlace[] {
    return this.addresses.named(sought);
  }

  /** What one walks to from a listing; nothing where its place is not known. */
  @Get('listings/:key/onFoot')
  async onFoot(@CurrentAgent() agent: AgentRow, @Param('key') key: string): Promise<OnFoot[]> {
    const at = positionOf(found((await this.listings.byKeys([key], agent.id)).get(key), 'listing'));
    return at ? this.roads.onFoot(at) : [];
  }
}
