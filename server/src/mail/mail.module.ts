import { Global, Module } from '@nestjs/common';
import { BouncesController } from './bounces.controller.js';
import { Bounces } from './bounces.service.js';
import { MailService } from './mail.service.js';

@Global()
@Module({ controllers: [BouncesController], providers: [Bounces, MailService], exports: [Bounces, MailService] })
export class MailModule {}
