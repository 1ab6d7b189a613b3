import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { ListingsModule } from '../listings/index.js';
import { MailModule } from '../mail/index.js';
import { SessionsModule } from '../sessions/index.js';
import { AgentDigests } from './agentDigests.js';
import { AgentDigestsController } from './agentDigests.controller.js';

@Module({
  imports: [ClockModule, ListingsModule, MailModule, SessionsModule],
  controllers: [AgentDigestsController],
  providers: [AgentDigests],
  exports: [AgentDigests],
})
export class AgentDigestsModule {}
