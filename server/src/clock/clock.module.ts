import { Global, Module } from '@nestjs/common';
import { ClockController } from './clock.controller.js';
import { Clock } from './clock.service.js';

@Global()
@Module({ controllers: [ClockController], providers: [Clock], exports: [Clock] })
export class ClockModule {}
