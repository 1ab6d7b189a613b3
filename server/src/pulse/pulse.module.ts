import { Module } from '@nestjs/common';
import { FeedModule } from '../feed/index.js';
import { DemoController } from './demo.controller.js';
import { Pulse } from './pulse.service.js';
import { PulseThread } from './pulse.thread.js';

@Module({ imports: [FeedModule], controllers: [DemoController], providers: [Pulse, PulseThread], exports: [Pulse] })
export class PulseModule {}
