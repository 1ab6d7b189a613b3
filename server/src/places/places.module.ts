import { Module } from '@nestjs/common';
import { ListingsModule } from '../listings/index.js';
import { RoadsModule } from '../roads/index.js';
import { SessionsModule } from '../sessions/index.js';
import { AddressesService } from './addresses.service.js';
import { PlacesController } from './places.controller.js';

@Module({
  imports: [ListingsModule, RoadsModule, SessionsModule],
  controllers: [PlacesController],
  providers: [AddressesService],
  exports: [AddressesService],
})
export class PlacesModule {}
