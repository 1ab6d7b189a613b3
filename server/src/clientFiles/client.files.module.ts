import { Module } from '@nestjs/common';
import { ClientFilesController } from './client.files.controller.js';
import { ClientFilesService } from './client.files.service.js';
import { Timeline } from './timeline.js';

@Module({ controllers: [ClientFilesController], providers: [ClientFilesService, Timeline] })
export class ClientFilesModule {}
