import { Injectable } from '@nestjs/common';
import type { Preferences } from '@perambula/contract';
import { DataSource } from 'typeorm';
import { PreferencesRow } from './preferences.entity.js';

@Injectable()
export class PreferencesService {
  constructor(private readonly database: DataSource) {}

  async get(agentId: string): Promise<Preferences> {
    const row = await this.database.getRepository(PreferencesRow).findOneBy({ agentId });
    return row?.value ?? { resultColumns: null };
  }

  async put(agentId: string, value: Preferences): Promise<Preferences> {
    await this.database.getRepository(PreferencesRow).save({ agentId, value });
    return value;
  }
}
