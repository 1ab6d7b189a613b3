import { Module } from '@nestjs/common';
import { FeedReader } from './feed.reader.js';
import { ListingWriter } from './listing.writer.js';

@Module({ providers: [FeedReader, ListingWriter], exports: [FeedReader] })
export class FeedModule {}
