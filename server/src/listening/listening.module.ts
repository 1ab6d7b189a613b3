import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { ListingsModule } from '../listings/index.js';
import { PortalModule } from '../portal/index.js';
import { ShowingsModule } from '../showings/index.js';
import { ListeningService } from './listening.service.js';

@Module({
  imports: [ClientsModule, ClockModule, ListingsModule, PortalModule, ShowingsModule],
  providers: [ListeningService],
  exports: [ListeningService],
})
export class ListeningModule {}
