import { Body, Controller, Get, Header, HttpCode, Param, Patch, Post, Put, Query, Res, UseGuards } from '@nestjs/common';
import type { AddedHomes, AlertPreview, AlertState, ForecastAnswer, HeldHome } from '@perambula/contract';
import type { Response } from 'express';
import { LETTER_POLICY, toRead } from '../mail/index.js';
import { Desk } from '../desk/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { AlertsService } from './alerts.service.js';
import { AlertBody, AlertStateBody, HeldHomeBody, LetterQuery, PassBody } from './dto/bodies.js';
import { Forecasts } from './forecasts.js';
import { HeldMessages } from './heldMessages.js';

const FIRST_ADDED = 3;

@Controller()
@UseGuards(AgentGuard)
export class AlertsController {
  constructor(
    private readonly alerts: AlertsService,
    private readonly heldMessages: HeldMessages,
    private readonly desk: Desk,
  ) {}

  @Post('searches/:id/alert/preview')
  @HttpCode(200)
  preview(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: AlertBody): Promise<AlertPreview> {
    return this.desk.run('page', 'how much happened to homes alike', AlertsService, 'preview', agent, id, body);
  }

  @Get('searches/:id/alert/forecast')
  forecast(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<ForecastAnswer> {
    return this.desk.run('page', 'how much happened to homes alike', Forecasts, 'did', agent.id, id);
  }

  @Get('searches/:id/alert/letter')
  @Header('content-security-policy', LETTER_POLICY)
  async letter(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Query() { greeting, which, as }: LetterQuery,
    @Res({ passthrough: true }) response: Response,
  ): Promise<string> {
    const letter = await this.desk.run(
      'page',
      'how many homes fit',
      AlertsService,
      'letter',
      agent,
      id,
      greeting,
      which === 'later',
    );
    response.type(as === 'text' ? 'text/plain' : 'text/html');
    return as === 'text' ? letter.text : letter.html;
  }

  @Put('searches/:id/alert')
  start(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: AlertBody): Promise<AlertState> {
    return this.alerts.start(agent.id, id, body);
  }

  @Patch('searches/:id/alert')
  setState(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: AlertStateBody): Promise<AlertState> {
    return this.alerts.setState(agent.id, id, body.state, body.until ? new Date(body.until) : null);
  }

  @Get('searches/:id/alert/added')
  async added(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<AddedHomes> {
    const homes = await this.desk.run('page', 'how many homes fit', AlertsService, 'added', agent.id, id);
    return { homes: homes.length, first: homes.slice(0, FIRST_ADDED).map(({ address }) => address) };
  }

  @Post('searches/:id/alert/added')
  @HttpCode(200)
  async tellAdded(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() { send }: PassBody): Promise<AlertState> {
    const homes = await this.desk.run('page', 'how many homes fit', AlertsService, 'added', agent.id, id);
    return this.alerts.tellAdded(agent.id, id, homes, send);
  }

  @Post('outbox/:id/pass')
  @HttpCode(200)
  async pass(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: PassBody): Promise<Record<string, never>> {
    await this.heldMessages.pass(agent.id, id, body.send);
    return {};
  }

  /** A message as its agent reads it, whatever became of it. */
  @Get('outbox/:id/body')
  @Header('content-type', 'text/html; charset=utf-8')
  @Header('content-security-policy', LETTER_POLICY)
  async body(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<string> {
    return toRead((await this.heldMessages.message(agent.id, id)).html);
  }

  @Get('outbox/:id/homes')
  homes(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<HeldHome[]> {
    return this.heldMessages.homes(agent.id, id);
  }

  @Patch('outbox/:id/homes/:key')
  changeHome(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('key') key: string,
    @Body() body: HeldHomeBody,
  ): Promise<HeldHome[]> {
    return this.heldMessages.change(agent.id, id, key, body);
  }
}
