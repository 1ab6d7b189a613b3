import { Global, Module } from '@nestjs/common';
import { EngineHost } from './engine.host.js';
import { SearchesController } from './searches.controller.js';
import { SearchesService } from './searches.service.js';

@Global()
@Module({ controllers: [SearchesController], providers: [EngineHost, SearchesService], exports: [EngineHost, SearchesService] })
export class SearchesModule {}
