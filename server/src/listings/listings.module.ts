import { Global, Module } from '@nestjs/common';
import { ListingsService } from './listings.service.js';

@Global()
@Module({ providers: [ListingsService], exports: [ListingsService] })
export class ListingsModule {}
