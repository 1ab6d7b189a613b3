import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ListingsModule } from '../listings/index.js';
import { PortalModule } from '../portal/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ShortlistsModule } from '../shortlists/index.js';
import { ShowingsModule } from '../showings/index.js';
import { ClientFilesController } from './client.files.controller.js';
import { ClientFilesService } from './client.files.service.js';
import { Timeline } from './timeline.js';

@Module({
  imports: [ClientsModule, ListingsModule, PortalModule, SearchesModule, SessionsModule, ShortlistsModule, ShowingsModule],
  controllers: [ClientFilesController],
  providers: [ClientFilesService, Timeline],
})
export class ClientFilesModule {}
