import { Global, Module } from '@nestjs/common';
import { ListingsController } from './listings.controller.js';
import { ListingsService } from './listings.service.js';

@Global()
@Module({ controllers: [ListingsController], providers: [ListingsService], exports: [ListingsService] })
export class ListingsModule {}
