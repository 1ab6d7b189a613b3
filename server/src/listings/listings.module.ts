import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ListingsController } from './listings.controller.js';
import { ListingsService } from './listings.service.js';
import { MarketTales } from './market.tales.js';

@Module({
  imports: [ClockModule, SessionsModule],
  controllers: [ListingsController],
  providers: [ListingsService, MarketTales],
  exports: [ListingsService, MarketTales],
})
export class ListingsModule {}
