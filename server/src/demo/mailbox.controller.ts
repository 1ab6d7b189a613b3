import { Body, Controller, Get, Header, HttpCode, Param, Post, Put, Query, UseGuards } from '@nestjs/common';
import { ApiProperty, ApiQuery } from '@nestjs/swagger';
import { MAIL_MANNERS, MAIL_REPORTS } from '@perambula/contract';
import type { MailManner, MailMessage, MailPage } from '@perambula/contract';
import { IsIn } from 'class-validator';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { LETTER_POLICY } from '../mail/index.js';
import { Mailbox } from './mailbox.service.js';

class MailReportBody {
  @ApiProperty({ enum: MAIL_REPORTS }) @IsIn(MAIL_REPORTS) kind: (typeof MAIL_REPORTS)[number];
}

class MailMannerBody {
  @ApiProperty({ enum: MAIL_MANNERS }) @IsIn(MAIL_MANNERS) manner: MailManner;
}

/** How the demo's mail server behaves. */
@Controller('demo/mail')
@UseGuards(AgentGuard)
export class MailMannerController {
  constructor(private readonly mailbox: Mailbox) {}

  @Get()
  async get(): Promise<MailMannerBody> {
    return { manner: await this.mailbox.manner() };
  }

  @Put()
  async set(@Body() { manner }: MailMannerBody): Promise<MailMannerBody> {
    await this.mailbox.setManner(manner);
    return { manner };
  }
}

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

  @Post(':id/report')
  @HttpCode(200)
  async report(
    @CurrentAgent() agent: AgentRow,
    @Param('id') id: string,
    @Body() { kind }: MailReportBody,
  ): Promise<Record<string, never>> {
    await this.mailbox.report(agent.id, id, kind);
    return {};
  }
}
