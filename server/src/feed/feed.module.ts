import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { StepsModule } from '../steps/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Surroundings } from '../common/surroundings.js';
import { FeedController } from './feed.controller.js';
import { FeedCursors } from './feed.cursors.js';
import { FeedGuards } from './feed.guards.js';
import { FeedPreviews } from './feed.previews.js';
import { FeedReader } from './feed.reader.js';
import { FeedService } from './feed.service.js';
import { FeedSettings } from './feed.settings.js';
import { ListingImport } from './listing.import.js';
import { ListingWriter } from './listing.writer.js';
import { OwnListings } from './own.listings.js';

@Module({
  imports: [ClockModule, DeskModule, SearchesModule, SessionsModule, StepsModule],
  controllers: [FeedController],
  providers: [
    FeedCursors,
    FeedGuards,
    FeedPreviews,
    FeedReader,
    FeedService,
    FeedSettings,
    ListingImport,
    ListingWriter,
    OwnListings,
    { provide: Surroundings, inject: [CONFIG], useFactory: ({ countyDir }: Config) => new Surroundings(countyDir) },
  ],
  exports: [FeedPreviews, FeedReader, FeedSettings, ListingImport],
})
export class FeedModule {}
