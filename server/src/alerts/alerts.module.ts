import { Global, Module } from '@nestjs/common';
import { AlertsController } from './alerts.controller.js';
import { AlertsService } from './alerts.service.js';
import { Digests } from './digests.js';
import { Matcher } from './matcher.js';

@Global()
@Module({
  controllers: [AlertsController],
  providers: [AlertsService, Digests, Matcher],
  exports: [AlertsService, Digests, Matcher],
})
export class AlertsModule {}
