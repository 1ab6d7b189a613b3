import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { MailModule } from '../mail/index.js';
import { SchedulesModule } from '../schedules/index.js';
import { SessionsModule } from '../sessions/index.js';
import { TimelineEntriesModule } from '../timelineEntries/index.js';
import { ClientsController, LinkButtonsController } from './clients.controller.js';
import { ClientsService } from './clients.service.js';
import { ConfirmationsService } from './confirmations.service.js';
import { LinksService } from './links.service.js';
import { ReaderCodes } from './readerCodes.service.js';

@Module({
  imports: [ClockModule, MailModule, SchedulesModule, SessionsModule, TimelineEntriesModule],
  controllers: [ClientsController, LinkButtonsController],
  providers: [ClientsService, ConfirmationsService, LinksService, ReaderCodes],
  exports: [ClientsService, ConfirmationsService, LinksService, ReaderCodes],
})
export class ClientsModule {}
