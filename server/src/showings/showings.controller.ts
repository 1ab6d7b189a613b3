import { Body, Controller, Get, Header, HttpCode, Param, Post, UseGuards } from '@nestjs/common';
import type { Showing } from '@perambula/contract';
import { ClientsService } from '../clients/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { NewShowingBody, SaidBody, TimeBody, WithoutAgreementBody } from './dto/bodies.js';
import { Invitations } from './invitations.js';
import { ShowingsService } from './showings.service.js';

@Controller('showings')
@UseGuards(AgentGuard)
export class ShowingsController {
  constructor(
    private readonly showings: ShowingsService,
    private readonly clients: ClientsService,
    private readonly invitations: Invitations,
  ) {}

  @Get()
  list(@CurrentAgent() agent: AgentRow): Promise<Showing[]> {
    return this.showings.list(agent.id);
  }

  @Post()
  async ask(@CurrentAgent() agent: AgentRow, @Body() body: NewShowingBody): Promise<{ id: string }> {
    await this.clients.own(agent.id, body.clientId);
    return { id: await this.showings.ask(agent.id, body.clientId, body.listingKey, body.wish ?? '') };
  }

  @Post(':id/time')
  @HttpCode(200)
  async propose(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Body() body: TimeBody,
  ): Promise<Record<string, never>> {
    await this.showings.propose(agent, id, new Date(body.startAt), body.withoutAgreement ?? false);
    return {};
  }

  @Get(':id/times')
  async times(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<string[]> {
    return (await this.showings.timesOf(agent.id, id)).map((time) => time.toISOString());
  }

  @Post(':id/acceptance')
  @HttpCode(200)
  async accept(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Body() { withoutAgreement = false }: WithoutAgreementBody,
  ): Promise<Record<string, never>> {
    await this.showings.accept(agent, id, withoutAgreement);
    return {};
  }

  @Post(':id/answer')
  @HttpCode(200)
  async noteAnswer(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Body() body: SaidBody,
  ): Promise<Record<string, never>> {
    await this.showings.noteAnswer(agent.id, id, body);
    return {};
  }

  @Post(':id/reminder')
  @HttpCode(200)
  async remind(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Record<string, never>> {
    await this.showings.remind(agent, id);
    return {};
  }

  @Post(':id/cancellation')
  @HttpCode(200)
  async cancel(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<Record<string, never>> {
    await this.showings.cancel(agent, id);
    return {};
  }

  @Post(':id/message')
  @HttpCode(200)
  async send(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<{ sentTo: number }> {
    return { sentTo: await this.invitations.send(agent, id) };
  }

  @Get(':id/showing.ics')
  @Header('content-type', 'text/calendar; charset=utf-8')
  @Header('content-disposition', 'attachment; filename="showing.ics"')
  calendar(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<string> {
    return this.invitations.fileOf(agent, id);
  }
}
