import { Module } from '@nestjs/common';
import { FeedController } from './feed.controller.js';
import { FeedReader } from './feed.reader.js';
import { FeedService } from './feed.service.js';
import { FeedSettings } from './feed.settings.js';
import { ListingImport } from './listing.import.js';
import { ListingWriter } from './listing.writer.js';

@Module({
  controllers: [FeedController],
  providers: [FeedReader, FeedService, FeedSettings, ListingImport, ListingWriter],
  exports: [FeedReader, FeedSettings],
})
export class FeedModule {}
