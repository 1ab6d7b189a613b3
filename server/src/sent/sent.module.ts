import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { EventsModule } from '../events/index.js';
import { ListingsModule } from '../listings/index.js';
import { SessionsModule } from '../sessions/index.js';
import { SentController } from './sent.controller.js';
import { SentMessages } from './sentMessages.js';

@Module({
  imports: [ClientsModule, ClockModule, EventsModule, ListingsModule, SessionsModule],
  controllers: [SentController],
  providers: [SentMessages],
})
export class SentModule {}
