import { Module } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { FeedModule } from '../feed/index.js';
import { ListingsModule } from '../listings/index.js';
import { SessionsModule } from '../sessions/index.js';
import { AssessorReader } from './assessor.reader.js';
import { AssessorRecords } from './assessor.records.js';
import { CountyRecords } from './county.records.js';
import { ParcelsController } from './parcels.controller.js';
import { PicturesController } from './pictures.controller.js';
import { PublicRecords } from './publicRecords.js';
import { RecordsController } from './records.controller.js';
import { RecordsSource } from './records.source.js';
import { ToVerify } from './toVerify.js';

@Module({
  imports: [FeedModule, ListingsModule, SessionsModule],
  controllers: [ParcelsController, PicturesController, RecordsController],
  providers: [
    AssessorReader,
    RecordsSource,
    ToVerify,
    {
      provide: PublicRecords,
      inject: [CONFIG, DataSource],
      useFactory: (config: Config, database: DataSource) =>
        config.assessor ? new AssessorRecords(database) : new CountyRecords(config),
    },
  ],
  exports: [AssessorReader, PublicRecords, RecordsSource, ToVerify],
})
export class RecordsModule {}
