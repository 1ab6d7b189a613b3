import { Controller, Get, Header, Param, Query, UseGuards } from '@nestjs/common';
import { ApiQuery } from '@nestjs/swagger';
import type { MailMessage, MailPage } from '@perambula/contract';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { LETTER_POLICY } from '../mail/index.js';
import { Mailbox } from './mailbox.service.js';

@Controller('mailbox')
@UseGuards(AgentGuard)
export class MailboxController {
  constructor(private readonly mailbox: Mailbox) {}

  @Get()
  @ApiQuery({ name: 'from', required: false })
  list(@CurrentAgent() agent: AgentRow, @Query('from') from?: string): Promise<MailPage> {
    return this.mailbox.page(agent.id, from);
  }

  @Get(':id')
  async read(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<MailMessage> {
    const { html: _html, ...message } = await this.mailbox.message(agent.id, id);
    return message;
  }

  /** The HTML part as a page of its own, which may show pictures and styles and do nothing else. */
  @Get(':id/body')
  @Header('content-type', 'text/html; charset=utf-8')
  @Header('content-security-policy', LETTER_POLICY)
  async body(@CurrentAgent() agent: AgentRow, @Param('id') id: string): Promise<string> {
    return (await this.mailbox.message(agent.id, id)).html.replaceAll('<a ', '<a target="_blank" ');
  }
}
