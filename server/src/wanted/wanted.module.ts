import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { DeskModule } from '../desk/index.js';
import { ListingsModule } from '../listings/index.js';
import { ResponsesModule } from '../responses/index.js';
import { RoadsModule } from '../roads/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ShortlistsModule } from '../shortlists/index.js';
import { WantedController } from './wanted.controller.js';
import { WantedService } from './wanted.service.js';

@Module({
  imports: [
    ClientsModule,
    DeskModule,
    ListingsModule,
    ResponsesModule,
    RoadsModule,
    SearchesModule,
    SessionsModule,
    ShortlistsModule,
  ],
  controllers: [WantedController],
  providers: [WantedService],
})
export class WantedModule {}
