import { Module } from '@nestjs/common';
import { FeedModule } from '../feed/index.js';
import { DemoController } from './demo.controller.js';
import { Pulse } from './pulse.service.js';

@Module({ imports: [FeedModule], controllers: [DemoController], providers: [Pulse], exports: [Pulse] })
export class PulseModule {}
