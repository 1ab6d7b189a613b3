import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { SessionsModule } from '../sessions/index.js';
import { TimelineEntriesModule } from '../timelineEntries/index.js';
import { NeedsController } from './needs.controller.js';
import { NeedsService } from './needs.service.js';

@Module({
  imports: [ClientsModule, ClockModule, SessionsModule, TimelineEntriesModule],
  controllers: [NeedsController],
  providers: [NeedsService],
})
export class NeedsModule {}
