import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { ListingsModule } from '../listings/index.js';
import { ResponsesModule } from '../responses/index.js';
import { SentHomesModule } from '../sentHomes/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ShowingsModule } from '../showings/index.js';
import { TimelineEntriesModule } from '../timelineEntries/index.js';
import { ShortlistsController } from './shortlists.controller.js';
import { ShortlistsService } from './shortlists.service.js';

@Module({
  imports: [
    ClientsModule,
    ClockModule,
    ListingsModule,
    ResponsesModule,
    SentHomesModule,
    SessionsModule,
    ShowingsModule,
    TimelineEntriesModule,
  ],
  controllers: [ShortlistsController],
  providers: [ShortlistsService],
  exports: [ShortlistsService],
})
export class ShortlistsModule {}
