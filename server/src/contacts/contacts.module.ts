import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { DeskModule } from '../desk/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ContactsController } from './contacts.controller.js';
import { ContactsService } from './contacts.service.js';

@Module({ imports: [ClientsModule, DeskModule, SessionsModule], controllers: [ContactsController], providers: [ContactsService] })
export class ContactsModule {}
