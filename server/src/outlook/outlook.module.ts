import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { ListingsModule } from '../listings/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { HomesAlike } from './homesAlike.js';
import { OutlookController } from './outlook.controller.js';
import { OutlookService } from './outlook.service.js';

@Module({
  imports: [ClockModule, DeskModule, ListingsModule, SearchesModule, SessionsModule],
  controllers: [OutlookController],
  providers: [HomesAlike, OutlookService],
})
export class OutlookModule {}
