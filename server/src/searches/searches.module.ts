import { Global, Module } from '@nestjs/common';
import { DraftsController } from './drafts.controller.js';
import { DraftsService } from './drafts.service.js';
import { EngineHost } from './engine.host.js';
import { ListingFiles } from './listing.files.js';
import { SearchDocuments } from './search.documents.js';
import { SearchesController } from './searches.controller.js';
import { SearchesService } from './searches.service.js';
import { StartingSetsController } from './startingSets.controller.js';
import { StartingSetsService } from './startingSets.service.js';

@Global()
@Module({
  controllers: [SearchesController, StartingSetsController, DraftsController],
  providers: [EngineHost, ListingFiles, SearchDocuments, SearchesService, StartingSetsService, DraftsService],
  exports: [EngineHost, SearchDocuments, SearchesService],
})
export class SearchesModule {}
