import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { SessionsModule } from '../sessions/index.js';
import { DemoAccounts } from './demo.accounts.js';
import { DemoClockController } from './demo.clock.controller.js';
import { DemoLife } from './demo.life.js';
import { MailboxController, MailMannerController } from './mailbox.controller.js';
import { Mailbox } from './mailbox.service.js';

/** What a demo has and no other copy: its people, a clock that can be moved, and a mailbox that shows what arrived. */
@Module({
  imports: [ClockModule, PipelineModule, SessionsModule],
  controllers: [DemoClockController, MailboxController, MailMannerController],
  providers: [DemoAccounts, DemoLife, Mailbox],
})
export class DemoModule {}
