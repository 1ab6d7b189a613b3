import { Module } from '@nestjs/common';
import { ClientFilesModule } from '../clientFiles/index.js';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { EventsModule } from '../events/index.js';
import { ListingsModule } from '../listings/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { TimelineEntriesModule } from '../timelineEntries/index.js';
import { UnconfirmedVisitors } from './unconfirmed.js';
import { OwnPageController, VisitorsController } from './visitors.controller.js';
import { VisitorsService } from './visitors.service.js';

@Module({
  imports: [
    ClientFilesModule,
    ClientsModule,
    ClockModule,
    EventsModule,
    ListingsModule,
    SearchesModule,
    SessionsModule,
    TimelineEntriesModule,
  ],
  controllers: [OwnPageController, VisitorsController],
  providers: [UnconfirmedVisitors, VisitorsService],
})
export class VisitorsModule {}
