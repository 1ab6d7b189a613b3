import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { EventsModule } from '../events/index.js';
import { HandoutsModule } from '../handouts/index.js';
import { ListingsModule } from '../listings/index.js';
import { MailModule } from '../mail/index.js';
import { PortalModule } from '../portal/index.js';
import { ResponsesModule } from '../responses/index.js';
import { RecordsModule } from '../records/index.js';
import { SearchesModule } from '../searches/index.js';
import { SentHomesModule } from '../sentHomes/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ChoicesController } from './choices.controller.js';
import { ChoicesService } from './choices.service.js';

@Module({
  imports: [
    ClientsModule,
    ClockModule,
    DeskModule,
    EventsModule,
    HandoutsModule,
    ListingsModule,
    MailModule,
    PortalModule,
    RecordsModule,
    ResponsesModule,
    SearchesModule,
    SentHomesModule,
    SessionsModule,
  ],
  controllers: [ChoicesController],
  providers: [ChoicesService],
})
export class ChoicesModule {}
