import { Global, Module } from '@nestjs/common';
import { CountyCircumstances } from './countyCircumstances.js';
import { RoadsController } from './roads.controller.js';
import { RoadsService } from './roads.service.js';

@Global()
@Module({
  controllers: [RoadsController],
  providers: [CountyCircumstances, RoadsService],
  exports: [CountyCircumstances, RoadsService],
})
export class RoadsModule {}
