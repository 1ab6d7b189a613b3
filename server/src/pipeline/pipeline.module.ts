import { Module } from '@nestjs/common';
import { FeedModule } from '../feed/index.js';
import { Pipeline } from './pipeline.service.js';
import { PipelineThread } from './pipeline.thread.js';

@Module({ imports: [FeedModule], providers: [Pipeline, PipelineThread], exports: [Pipeline, PipelineThread] })
export class PipelineModule {}
