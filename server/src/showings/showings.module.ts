import { Global, Module } from '@nestjs/common';
import { Offices } from './offices.js';
import { ShowingsController } from './showings.controller.js';
import { ShowingsService } from './showings.service.js';

@Global()
@Module({ controllers: [ShowingsController], providers: [Offices, ShowingsService], exports: [ShowingsService] })
export class ShowingsModule {}
