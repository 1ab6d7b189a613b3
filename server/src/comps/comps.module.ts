import { Module } from '@nestjs/common';
import { ClockModule } from '../clock/index.js';
import { DeskModule } from '../desk/index.js';
import { ListingsModule } from '../listings/index.js';
import { PlacesModule } from '../places/index.js';
import { RecordsModule } from '../records/index.js';
import { SearchesModule } from '../searches/index.js';
import { SessionsModule } from '../sessions/index.js';
import { CompHomes } from './compHomes.js';
import { CompsController } from './comps.controller.js';
import { CompsFiles } from './compsFiles.js';
import { CompsService } from './comps.service.js';
import { PriceModels } from './priceModels.js';

@Module({
  imports: [ClockModule, DeskModule, ListingsModule, PlacesModule, RecordsModule, SearchesModule, SessionsModule],
  controllers: [CompsController],
  providers: [CompHomes, CompsFiles, CompsService, PriceModels],
})
export class CompsModule {}
