import { Global, Module } from '@nestjs/common';
import { ShortlistsController } from './shortlists.controller.js';
import { ShortlistsService } from './shortlists.service.js';

@Global()
@Module({ controllers: [ShortlistsController], providers: [ShortlistsService], exports: [ShortlistsService] })
export class ShortlistsModule {}
