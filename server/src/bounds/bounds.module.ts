import { Module } from '@nestjs/common';
import { BoundsController } from './bounds.controller.js';
import { BoundsService } from './bounds.service.js';

@Module({ controllers: [BoundsController], providers: [BoundsService] })
export class BoundsModule {}
