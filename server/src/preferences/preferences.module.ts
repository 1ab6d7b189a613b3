import { Module } from '@nestjs/common';
import { PreferencesController } from './preferences.controller.js';
import { PreferencesService } from './preferences.service.js';

@Module({ controllers: [PreferencesController], providers: [PreferencesService] })
export class PreferencesModule {}
