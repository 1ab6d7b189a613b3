import { Global, Module } from '@nestjs/common';
import { ClientsController, LinkButtonsController, TasksController } from './clients.controller.js';
import { ClientsService } from './clients.service.js';
import { LinksService } from './links.service.js';

@Global()
@Module({
  controllers: [ClientsController, TasksController, LinkButtonsController],
  providers: [ClientsService, LinksService],
  exports: [ClientsService, LinksService],
})
export class ClientsModule {}
