import { Module } from '@nestjs/common';
import { AlertsModule } from '../alerts/index.js';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { EventsModule } from '../events/index.js';
import { ListingsModule } from '../listings/index.js';
import { MailModule } from '../mail/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ShortlistsModule } from '../shortlists/index.js';
import { TimelineEntriesModule } from '../timelineEntries/index.js';
import { ClientFilesController } from './client.files.controller.js';
import { ClientFilesService } from './client.files.service.js';
import { Correspondence } from './correspondence.js';
import { Timeline } from './timeline.js';
import { WholeFiles } from './wholeFiles.js';

@Module({
  imports: [
    AlertsModule,
    ClientsModule,
    ClockModule,
    EventsModule,
    ListingsModule,
    MailModule,
    SearchesModule,
    SessionsModule,
    ShortlistsModule,
    TimelineEntriesModule,
  ],
  controllers: [ClientFilesController],
  providers: [ClientFilesService, Correspondence, Timeline, WholeFiles],
  exports: [Correspondence, WholeFiles],
})
export class ClientFilesModule {}
