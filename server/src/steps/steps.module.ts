import { Global, Module } from '@nestjs/common';
import { Steps } from './steps.service.js';

@Global()
@Module({ providers: [Steps], exports: [Steps] })
export class StepsModule {}
