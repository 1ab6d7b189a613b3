import { Module } from '@nestjs/common';
import { ClientFilesModule } from '../clientFiles/index.js';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { ListeningModule } from '../listening/index.js';
import { ListingsModule } from '../listings/index.js';
import { ResponsesModule } from '../responses/index.js';
import { RoadsModule } from '../roads/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ShortlistsModule } from '../shortlists/index.js';
import { ShowingsModule } from '../showings/index.js';
import { StepsModule } from '../steps/index.js';
import { TasksModule } from '../tasks/index.js';
import { TodayController } from './today.controller.js';
import { TodayService } from './today.service.js';

@Module({
  imports: [
    ClientFilesModule,
    ClientsModule,
    ClockModule,
    DeskModule,
    ListeningModule,
    ListingsModule,
    ResponsesModule,
    RoadsModule,
    SearchesModule,
    SessionsModule,
    ShortlistsModule,
    ShowingsModule,
    StepsModule,
    TasksModule,
  ],
  controllers: [TodayController],
  providers: [TodayService],
})
export class TodayModule {}
