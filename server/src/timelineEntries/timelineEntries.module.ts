import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { TimelineEntries } from './timelineEntries.js';

@Module({ imports: [ClockModule], providers: [TimelineEntries], exports: [TimelineEntries] })
export class TimelineEntriesModule {}
