import { Global, Module } from '@nestjs/common';
import { CountyContext } from './countyContext.js';
import { RoadsController } from './roads.controller.js';
import { RoadsService } from './roads.service.js';

@Global()
@Module({
  controllers: [RoadsController],
  providers: [CountyContext, RoadsService],
  exports: [CountyContext, RoadsService],
})
export class RoadsModule {}
