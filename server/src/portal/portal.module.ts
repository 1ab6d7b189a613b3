import { Module } from '@nestjs/common';
import { AlertsModule } from '../alerts/index.js';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { EventsModule } from '../events/index.js';
import { ListingsModule } from '../listings/index.js';
import { RecordsModule } from '../records/index.js';
import { ResponsesModule } from '../responses/index.js';
import { SearchesModule } from '../searches/index.js';
import { SentHomesModule } from '../sentHomes/index.js';
import { ShortlistsModule } from '../shortlists/index.js';
import { ShowingsModule } from '../showings/index.js';
import { RoadsModule } from '../roads/index.js';
import { TasksModule } from '../tasks/index.js';
import { TimelineEntriesModule } from '../timelineEntries/index.js';
import { HomePages } from './home.pages.js';
import { PortalController } from './portal.controller.js';
import { PortalService } from './portal.service.js';

@Module({
  imports: [
    AlertsModule,
    ClientsModule,
    ClockModule,
    EventsModule,
    ListingsModule,
    RecordsModule,
    ResponsesModule,
    RoadsModule,
    SearchesModule,
    SentHomesModule,
    ShortlistsModule,
    ShowingsModule,
    TasksModule,
    TimelineEntriesModule,
  ],
  controllers: [PortalController],
  providers: [HomePages, PortalService],
  exports: [PortalService],
})
export class PortalModule {}
