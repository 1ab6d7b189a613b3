import { Module } from '@nestjs/common';
import { Steps } from './steps.service.js';

@Module({ providers: [Steps], exports: [Steps] })
export class StepsModule {}
