import { Module } from '@nestjs/common';
import { Desk } from './desk.service.js';

@Module({ providers: [Desk], exports: [Desk] })
export class DeskModule {}
