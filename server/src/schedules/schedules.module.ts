import { Module } from '@nestjs/common';
import { Schedules } from './schedules.js';

@Module({ providers: [Schedules], exports: [Schedules] })
export class SchedulesModule {}
