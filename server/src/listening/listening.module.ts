import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { ListingsModule } from '../listings/index.js';
import { ResponsesModule } from '../responses/index.js';
import { RoadsModule } from '../roads/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ShowingsModule } from '../showings/index.js';
import { LearnedController } from './learned.controller.js';
import { LearnedService } from './learned.service.js';
import { ListeningService } from './listening.service.js';

@Module({
  imports: [
    ClientsModule,
    ClockModule,
    DeskModule,
    ListingsModule,
    ResponsesModule,
    RoadsModule,
    SearchesModule,
    SessionsModule,
    ShowingsModule,
  ],
  controllers: [LearnedController],
  providers: [LearnedService, ListeningService],
  exports: [ListeningService],
})
export class ListeningModule {}
