import { Module } from '@nestjs/common';
import { SentHomes } from './sentHomes.js';

@Module({ providers: [SentHomes], exports: [SentHomes] })
export class SentHomesModule {}
