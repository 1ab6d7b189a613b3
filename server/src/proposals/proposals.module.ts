import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { PortalModule } from '../portal/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ProposalsController, WishesController } from './proposals.controllers.js';
import { ProposalsService } from './proposals.service.js';

@Module({
  imports: [ClientsModule, PortalModule, SearchesModule, SessionsModule],
  controllers: [ProposalsController, WishesController],
  providers: [ProposalsService],
})
export class ProposalsModule {}
