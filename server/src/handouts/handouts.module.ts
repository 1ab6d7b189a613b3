import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { ListingsModule } from '../listings/index.js';
import { RecordsModule } from '../records/index.js';
import { SessionsModule } from '../sessions/index.js';
import { HandoutsController } from './handouts.controller.js';
import { Handouts } from './handouts.service.js';

@Module({
  imports: [ClockModule, DeskModule, ListingsModule, RecordsModule, SessionsModule],
  controllers: [HandoutsController],
  providers: [Handouts],
  exports: [Handouts],
})
export class HandoutsModule {}
