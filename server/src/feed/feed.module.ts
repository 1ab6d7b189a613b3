import { Module } from '@nestjs/common';
import { FeedReader } from './feed.reader.js';

@Module({ providers: [FeedReader], exports: [FeedReader] })
export class FeedModule {}
