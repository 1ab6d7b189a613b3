import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { EventsModule } from '../events/index.js';
import { StepsModule } from '../steps/index.js';
import { TimelineEntriesModule } from '../timelineEntries/index.js';
import { BouncesController } from './bounces.controller.js';
import { Bounces } from './bounces.service.js';
import { MailService } from './mail.service.js';

@Module({
  imports: [ClockModule, DeskModule, EventsModule, StepsModule, TimelineEntriesModule],
  controllers: [BouncesController],
  providers: [Bounces, MailService],
  exports: [Bounces, MailService],
})
export class MailModule {}
