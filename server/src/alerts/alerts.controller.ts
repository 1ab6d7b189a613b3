import { Body, Controller, Get, Header, HttpCode, Param, Patch, Post, Put, Query, UseGuards } from '@nestjs/common';
import type { AlertPreview, AlertState } from '@perambula/contract';
import { clean, LETTER_POLICY } from '../mail/index.js';
import { Desk } from '../desk/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { AlertsService } from './alerts.service.js';
import { AlertBody, AlertStateBody, PassBody } from './dto/bodies.js';

@Controller()
@UseGuards(AgentGuard)
export class AlertsController {
  constructor(
    private readonly alerts: AlertsService,
    private readonly desk: Desk,
  ) {}

  @Post('searches/:id/alert/preview')
  @HttpCode(200)
  preview(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: AlertBody): Promise<AlertPreview> {
    return this.desk.run('page', 'how much happened to homes alike', AlertsService, 'preview', agent, id, body);
  }

  @Get('searches/:id/alert/letter')
  @Header('content-type', 'text/html; charset=utf-8')
  @Header('content-security-policy', LETTER_POLICY)
  async letter(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Query('greeting') greeting?: string): Promise<string> {
    const words = typeof greeting === 'string' ? greeting.slice(0, 2000) : '';
    return this.desk.run('page', 'how many homes fit', AlertsService, 'firstLetter', agent, id, words);
  }

  @Put('searches/:id/alert')
  start(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: AlertBody): Promise<AlertState> {
    return this.alerts.start(agent.id, id, body);
  }

  @Patch('searches/:id/alert')
  setState(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: AlertStateBody): Promise<AlertState> {
    return this.alerts.setState(agent.id, id, body.state);
  }

  @Post('outbox/:id/pass')
  @HttpCode(200)
  async pass(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: PassBody): Promise<Record<string, never>> {
    await this.alerts.pass(agent.id, id, body.send);
    return {};
  }

  @Get('outbox/:id/body')
  @Header('content-type', 'text/html; charset=utf-8')
  @Header('content-security-policy', LETTER_POLICY)
  async body(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<string> {
    return clean((await this.alerts.heldMessage(agent.id, id)).html);
  }
}
