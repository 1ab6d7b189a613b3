import type { Preferences } from '@perambula/contract';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** How an agent likes things shown. */
@Entity('preferences')
export class PreferencesRow {
  @PrimaryColumn('char', { length: 36 }) agentId: string;
  @Column('json') value: Preferences;
}
