import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { EventsModule } from '../events/index.js';
import { ListingsModule } from '../listings/index.js';
import { MailModule } from '../mail/index.js';
import { SessionsModule } from '../sessions/index.js';
import { OfficeRequests } from './office.requests.js';
import { OfficesController } from './offices.controller.js';
import { ShowingsController } from './showings.controller.js';
import { ShowingsService } from './showings.service.js';

@Module({
  imports: [ClientsModule, ClockModule, EventsModule, ListingsModule, MailModule, SessionsModule],
  controllers: [OfficesController, ShowingsController],
  providers: [OfficeRequests, ShowingsService],
  exports: [ShowingsService],
})
export class ShowingsModule {}
