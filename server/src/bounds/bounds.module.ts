import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { BoundsController } from './bounds.controller.js';
import { BoundsService } from './bounds.service.js';

@Module({
  imports: [ClientsModule, ClockModule, SearchesModule, SessionsModule],
  controllers: [BoundsController],
  providers: [BoundsService],
})
export class BoundsModule {}
