import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ListingsController } from './listings.controller.js';
import { ListingsService } from './listings.service.js';

@Module({
  imports: [ClockModule, SessionsModule],
  controllers: [ListingsController],
  providers: [ListingsService],
  exports: [ListingsService],
})
export class ListingsModule {}
