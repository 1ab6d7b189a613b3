import { Module } from '@nestjs/common';
import { FeedModule } from '../feed/index.js';
import { DemoController } from './demo.controller.js';
import { Pipeline } from './pipeline.service.js';
import { PipelineThread } from './pipeline.thread.js';

@Module({ imports: [FeedModule], controllers: [DemoController], providers: [Pipeline, PipelineThread], exports: [Pipeline] })
export class PipelineModule {}
