import { Module } from '@nestjs/common';
import { SessionsModule } from '../sessions/index.js';
import { PreferencesController } from './preferences.controller.js';
import { PreferencesService } from './preferences.service.js';

@Module({ imports: [SessionsModule], controllers: [PreferencesController], providers: [PreferencesService] })
export class PreferencesModule {}
