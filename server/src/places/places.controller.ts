import { Controller, Get, Query, UseGuards } from '@nestjs/common';
import type { AddressPlace } from '@perambula/contract';
import { AgentGuard } from '../sessions/index.js';
import { AddressesService } from './addresses.service.js';
import { AddressQuery } from './dto/queries.js';

@Controller('places')
@UseGuards(AgentGuard)
export class PlacesController {
  constructor(private readonly addresses: AddressesService) {}

  /** Parcels by their address as it is typed, also such as were never listed. */
  @Get('addresses')
  find(@Query() { sought }: AddressQuery): AddressPlace[] {
    return this.addresses.named(sought);
  }
}
