import { Module } from '@nestjs/common';
import { Responses } from './responses.js';

@Module({ providers: [Responses], exports: [Responses] })
export class ResponsesModule {}
