import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { EventsModule } from '../events/index.js';
import { ListingsModule } from '../listings/index.js';
import { MailModule } from '../mail/index.js';
import { SentHomesModule } from '../sentHomes/index.js';
import { SessionsModule } from '../sessions/index.js';
import { CalendarsController } from './calendars.controller.js';
import { Invitations } from './invitations.js';
import { LateWords } from './lateWords.js';
import { OfficeAnswers } from './officeAnswers.js';
import { OfficeRequests } from './office.requests.js';
import { OfficesController } from './offices.controller.js';
import { ShowingReminders } from './showingReminders.js';
import { ShowingsController } from './showings.controller.js';
import { ShowingsService } from './showings.service.js';
import { SubscribedCalendars } from './subscribedCalendars.js';

@Module({
  imports: [ClientsModule, ClockModule, EventsModule, ListingsModule, MailModule, SentHomesModule, SessionsModule],
  controllers: [CalendarsController, OfficesController, ShowingsController],
  providers: [Invitations, LateWords, OfficeAnswers, OfficeRequests, ShowingReminders, ShowingsService, SubscribedCalendars],
  exports: [Invitations, LateWords, OfficeAnswers, ShowingReminders, ShowingsService, SubscribedCalendars],
})
export class ShowingsModule {}
