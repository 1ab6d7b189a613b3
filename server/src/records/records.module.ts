import { Module } from '@nestjs/common';
import { RecordsController } from './records.controller.js';
import { RecordsSource } from './records.source.js';

@Module({ controllers: [RecordsController], providers: [RecordsSource] })
export class RecordsModule {}
