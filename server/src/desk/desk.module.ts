import { Global, Module } from '@nestjs/common';
import { Desk } from './desk.service.js';

@Global()
@Module({ providers: [Desk], exports: [Desk] })
export class DeskModule {}
