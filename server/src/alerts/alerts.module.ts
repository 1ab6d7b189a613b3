import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { ListingsModule } from '../listings/index.js';
import { MailModule } from '../mail/index.js';
import { RoadsModule } from '../roads/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { TimelineEntriesModule } from '../timelineEntries/index.js';
import { AlertsController } from './alerts.controller.js';
import { AlertsService } from './alerts.service.js';
import { Digests } from './digests.js';
import { Forecasts } from './forecasts.js';
import { HeldMessages } from './heldMessages.js';
import { Matcher } from './matcher.js';
import { OfficeInterest } from './officeInterest.js';
import { OfficeStopController } from './officeStop.controller.js';

@Module({
  imports: [
    ClientsModule,
    ClockModule,
    DeskModule,
    ListingsModule,
    MailModule,
    RoadsModule,
    SearchesModule,
    SessionsModule,
    TimelineEntriesModule,
  ],
  controllers: [AlertsController, OfficeStopController],
  providers: [AlertsService, Digests, Forecasts, HeldMessages, Matcher, OfficeInterest],
  exports: [AlertsService, Digests, Forecasts, Matcher, OfficeInterest],
})
export class AlertsModule {}
