import { Module } from '@nestjs/common';
import { SessionsModule } from '../sessions/index.js';
import { EventsController } from './events.controller.js';
import { EventsService } from './events.service.js';

@Module({ imports: [SessionsModule], controllers: [EventsController], providers: [EventsService], exports: [EventsService] })
export class EventsModule {}
