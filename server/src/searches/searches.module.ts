import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { EventsModule } from '../events/index.js';
import { ListingsModule } from '../listings/index.js';
import { RoadsModule } from '../roads/index.js';
import { SchedulesModule } from '../schedules/index.js';
import { SessionsModule } from '../sessions/index.js';
import { TimelineEntriesModule } from '../timelineEntries/index.js';
import { DraftsController } from './drafts.controller.js';
import { DraftsService } from './drafts.service.js';
import { EngineHost } from './engine.host.js';
import { ListingFiles } from './listing.files.js';
import { SearchDocuments } from './search.documents.js';
import { SearchesController } from './searches.controller.js';
import { SavedSearches } from './saved.searches.js';
import { SearchesService } from './searches.service.js';
import { StartingSetsController } from './startingSets.controller.js';
import { StartingSetsService } from './startingSets.service.js';

@Module({
  imports: [
    ClientsModule,
    ClockModule,
    DeskModule,
    EventsModule,
    ListingsModule,
    RoadsModule,
    SchedulesModule,
    SessionsModule,
    TimelineEntriesModule,
  ],
  controllers: [SearchesController, StartingSetsController, DraftsController],
  providers: [EngineHost, ListingFiles, SavedSearches, SearchDocuments, SearchesService, StartingSetsService, DraftsService],
  exports: [EngineHost, SavedSearches, SearchDocuments, SearchesService],
})
export class SearchesModule {}
