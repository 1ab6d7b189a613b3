import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { ListingsModule } from '../listings/index.js';
import { RoadsModule } from '../roads/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { WantedModule } from '../wanted/index.js';
import { MarketController } from './market.controller.js';
import { MarketMoves } from './market.moves.js';
import { MarketService } from './market.service.js';

@Module({
  imports: [ClientsModule, ClockModule, DeskModule, ListingsModule, RoadsModule, SearchesModule, SessionsModule, WantedModule],
  controllers: [MarketController],
  providers: [MarketMoves, MarketService],
})
export class MarketModule {}
