import { Module } from '@nestjs/common';
import { SessionsController } from './sessions.controller.js';
import { FirstAdministrator } from './first.administrator.js';
import { ThrottleStorage } from './throttle.storage.js';
import { SessionsService } from './sessions.service.js';

@Module({
  controllers: [SessionsController],
  providers: [FirstAdministrator, SessionsService, ThrottleStorage],
  exports: [FirstAdministrator, SessionsService, ThrottleStorage],
})
export class SessionsModule {}
