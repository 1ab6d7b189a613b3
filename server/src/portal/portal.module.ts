import { Global, Module } from '@nestjs/common';
import { PortalController } from './portal.controller.js';
import { PortalService } from './portal.service.js';

@Global()
@Module({ controllers: [PortalController], providers: [PortalService], exports: [PortalService] })
export class PortalModule {}
