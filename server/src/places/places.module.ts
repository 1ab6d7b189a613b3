import { Module } from '@nestjs/common';
import { AddressesService } from './addresses.service.js';
import { PlacesController } from './places.controller.js';

@Module({ controllers: [PlacesController], providers: [AddressesService] })
export class PlacesModule {}
