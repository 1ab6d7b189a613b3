import { Body, Controller, Delete, HttpCode, Param, Patch, Post, UseGuards } from '@nestjs/common';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { ConfirmationsService } from './confirmations.service.js';
import { ClientsService } from './clients.service.js';
import { ChangeClientBody, ChangePersonBody, ConfirmBody, NewClientBody, PersonBody } from './dto/bodies.js';

@Controller('clients')
@UseGuards(AgentGuard)
export class ClientsController {
  constructor(
    private readonly clients: ClientsService,
    private readonly confirmations: ConfirmationsService,
  ) {}

  @Post()
  async create(@CurrentAgent() agent: AgentRow, @Body() body: NewClientBody): Promise<{ id: string }> {
    return { id: await this.clients.create(agent.id, body.name, body.people) };
  }

  @Patch(':id')
  async change(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Body() body: ChangeClientBody,
  ): Promise<{ id: string }> {
    await this.clients.change(agent.id, id, body);
    return { id };
  }

  @Post(':id/people')
  async addPerson(@CurrentAgent() agent: AgentRow, @Param('id') id: string, @Body() body: PersonBody): Promise<{ id: string }> {
    await this.clients.addPerson(agent.id, id, body);
    return { id };
  }

  @Patch(':id/people/:personId')
  async changePerson(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('personId') personId: string,
    @Body() body: ChangePersonBody,
  ): Promise<{ id: string }> {
    await this.clients.changePerson(agent.id, id, personId, body);
    return { id };
  }

  /** Somebody leaves the household. */
  @Delete(':id/people/:personId')
  @HttpCode(200)
  async leave(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('personId') personId: string,
  ): Promise<Record<string, never>> {
    await this.clients.leave(agent.id, id, personId);
    return {};
  }

  @Post(':id/people/:personId/confirmation')
  async askToConfirm(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('personId') personId: string,
  ): Promise<{ id: string }> {
    await this.confirmations.ask(agent, id, personId);
    return { id };
  }

  /** Makes the links into a person's portal good for nothing. */
  @Delete(':id/people/:personId/links')
  @HttpCode(200)
  async withdrawLinks(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Param('personId') personId: string,
  ): Promise<Record<string, never>> {
    await this.clients.withdrawLinksOf(agent.id, id, personId);
    return {};
  }
}

/** What the buttons on the pages behind confirmation and stop links do. Opening those pages does nothing. */
@Controller()
export class LinkButtonsController {
  constructor(
    private readonly clients: ClientsService,
    private readonly confirmations: ConfirmationsService,
  ) {}

  @Post('confirm')
  @HttpCode(200)
  confirm(@Body() { token }: ConfirmBody): Promise<{ name: string; agent: string }> {
    return this.confirmations.confirm(token);
  }

  /** Somebody who stopped wants messages again; a new link comes by e-mail. */
  @Post('stop/undo')
  @HttpCode(200)
  askBack(@Body() { token }: ConfirmBody): Promise<{ name: string; agent: string }> {
    return this.confirmations.askBack(token);
  }

  @Post('stop')
  @HttpCode(200)
  stop(@Body() { token }: ConfirmBody): Promise<{ name: string; agent: string }> {
    return this.clients.stop(token);
  }
}
