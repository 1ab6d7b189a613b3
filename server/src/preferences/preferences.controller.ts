import { Body, Controller, Get, Put, UseGuards } from '@nestjs/common';
import type { Preferences } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { PreferencesBody } from './dto/bodies.js';
import { PreferencesService } from './preferences.service.js';

@Controller('preferences')
@UseGuards(AgentGuard)
export class PreferencesController {
  constructor(private readonly preferences: PreferencesService) {}

  @Get()
  get(@CurrentAgent() agent: AgentRow): Promise<Preferences> {
    return this.preferences.get(agent.id);
  }

  @Put()
  put(@CurrentAgent() agent: AgentRow, @Body() body: PreferencesBody): Promise<Preferences> {
    return this.preferences.put(agent.id, body);
  }
}
