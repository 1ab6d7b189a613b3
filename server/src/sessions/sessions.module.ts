import { Global, Module } from '@nestjs/common';
import { SessionsController } from './sessions.controller.js';
import { ThrottleStorage } from './throttle.storage.js';
import { SessionsService } from './sessions.service.js';

@Global()
@Module({
  controllers: [SessionsController],
  providers: [SessionsService, ThrottleStorage],
  exports: [SessionsService, ThrottleStorage],
})
export class SessionsModule {}
