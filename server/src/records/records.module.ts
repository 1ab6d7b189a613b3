import { Module } from '@nestjs/common';
import { FeedModule } from '../feed/index.js';
import { ListingsModule } from '../listings/index.js';
import { SessionsModule } from '../sessions/index.js';
import { PicturesController } from './pictures.controller.js';
import { RecordsController } from './records.controller.js';
import { RecordsSource } from './records.source.js';

@Module({
  imports: [FeedModule, ListingsModule, SessionsModule],
  controllers: [PicturesController, RecordsController],
  providers: [RecordsSource],
})
export class RecordsModule {}
