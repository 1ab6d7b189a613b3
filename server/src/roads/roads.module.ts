import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { SessionsModule } from '../sessions/index.js';
import { CountyContext } from './countyContext.js';
import { RoadsController } from './roads.controller.js';
import { RoadsService } from './roads.service.js';

@Module({
  imports: [ClockModule, SessionsModule],
  controllers: [RoadsController],
  providers: [CountyContext, RoadsService],
  exports: [CountyContext, RoadsService],
})
export class RoadsModule {}
