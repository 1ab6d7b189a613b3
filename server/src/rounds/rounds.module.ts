import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { ListingsModule } from '../listings/index.js';
import { PlacesModule } from '../places/index.js';
import { RoadsModule } from '../roads/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ShowingsModule } from '../showings/index.js';
import { DaySheets } from './day.sheets.js';
import { RoundHandouts } from './round.handouts.js';
import { RoundOrders } from './round.orders.js';
import { RoundReading } from './round.reading.js';
import { RoundsController } from './rounds.controller.js';
import { RoundsService } from './rounds.service.js';

@Module({
  imports: [ClientsModule, ClockModule, DeskModule, ListingsModule, PlacesModule, RoadsModule, SessionsModule, ShowingsModule],
  controllers: [RoundsController],
  providers: [DaySheets, RoundHandouts, RoundOrders, RoundReading, RoundsService],
  exports: [RoundsService],
})
export class RoundsModule {}
