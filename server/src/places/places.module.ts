import { Module } from '@nestjs/common';
import { SessionsModule } from '../sessions/index.js';
import { AddressesService } from './addresses.service.js';
import { PlacesController } from './places.controller.js';

@Module({ imports: [SessionsModule], controllers: [PlacesController], providers: [AddressesService] })
export class PlacesModule {}
