import { Module } from '@nestjs/common';
import { AgentDigestsModule } from '../agentDigests/index.js';
import { AlertsModule } from '../alerts/index.js';
import { ClockModule } from '../clock/index.js';
import { EventsModule } from '../events/index.js';
import { FeedModule } from '../feed/index.js';
import { MailModule } from '../mail/index.js';
import { SearchesModule } from '../searches/index.js';
import { ShowingsModule } from '../showings/index.js';
import { StepsModule } from '../steps/index.js';
import { Pipeline } from './pipeline.service.js';
import { PipelineThread } from './pipeline.thread.js';

@Module({
  imports: [
    AgentDigestsModule,
    AlertsModule,
    ClockModule,
    EventsModule,
    FeedModule,
    MailModule,
    SearchesModule,
    ShowingsModule,
    StepsModule,
  ],
  providers: [Pipeline, PipelineThread],
  exports: [Pipeline, PipelineThread],
})
export class PipelineModule {}
