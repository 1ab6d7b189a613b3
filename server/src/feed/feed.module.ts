import { Module } from '@nestjs/common';
import { FeedController } from './feed.controller.js';
import { FeedReader } from './feed.reader.js';
import { FeedService } from './feed.service.js';
import { ListingImport } from './listing.import.js';
import { ListingWriter } from './listing.writer.js';

@Module({
  controllers: [FeedController],
  providers: [FeedReader, FeedService, ListingImport, ListingWriter],
  exports: [FeedReader],
})
export class FeedModule {}
