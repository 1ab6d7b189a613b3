import { Global, Module } from '@nestjs/common';
import { OfficeRequests } from './office.requests.js';
import { OfficesController } from './offices.controller.js';
import { ShowingsController } from './showings.controller.js';
import { ShowingsService } from './showings.service.js';

@Global()
@Module({
  controllers: [OfficesController, ShowingsController],
  providers: [OfficeRequests, ShowingsService],
  exports: [ShowingsService],
})
export class ShowingsModule {}
