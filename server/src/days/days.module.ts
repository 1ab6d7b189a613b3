import { Module } from '@nestjs/common';
import { ClientsModule } from '../clients/index.js';
import { ClockModule } from '../clock/index.js';
import { ListingsModule } from '../listings/index.js';
import { ResponsesModule } from '../responses/index.js';
import { RoundsModule } from '../rounds/index.js';
import { SessionsModule } from '../sessions/index.js';
import { ShortlistsModule } from '../shortlists/index.js';
import { ShowingsModule } from '../showings/index.js';
import { DaysController } from './days.controller.js';
import { DaysService } from './days.service.js';
import { RunningLate } from './running.late.js';
import { VisitNotes } from './visit.notes.js';

@Module({
  imports: [
    ...[ClientsModule, ClockModule, ListingsModule, ResponsesModule, RoundsModule, SessionsModule],
    ...[ShortlistsModule, ShowingsModule],
  ],
  controllers: [DaysController],
  providers: [DaysService, RunningLate, VisitNotes],
})
export class DaysModule {}
