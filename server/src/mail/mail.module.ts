import { Global, Module } from '@nestjs/common';
import { MailController } from './mail.controller.js';
import { MailService } from './mail.service.js';

@Global()
@Module({ controllers: [MailController], providers: [MailService], exports: [MailService] })
export class MailModule {}
