import { Module } from '@nestjs/common';
import { SessionsModule } from '../sessions/index.js';
import { ClockController } from './clock.controller.js';
import { Clock } from './clock.service.js';

@Module({ imports: [SessionsModule], controllers: [ClockController], providers: [Clock], exports: [Clock] })
export class ClockModule {}
