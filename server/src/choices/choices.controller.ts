import { Body, Controller, Get, Header, HttpCode, Post, UseGuards } from '@nestjs/common';
import type { ChoicePreview } from '@perambula/contract';
import { Desk } from '../desk/index.js';
import { SHEET_POLICY } from '../mail/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { ChoicesService } from './choices.service.js';
import { ChoicePreviewBody, ChoiceToSendBody } from './dto/bodies.js';

@Controller('choices')
@UseGuards(AgentGuard)
export class ChoicesController {
  constructor(private readonly desk: Desk) {}

  /** The empty page that the message is laid into to be looked at; the application's own would refuse its styles. */
  @Get('sheet')
  @Header('content-type', 'text/html; charset=utf-8')
  @Header('content-security-policy', SHEET_POLICY)
  sheet(): string {
    return '<!doctype html><title>A message</title>';
  }

  @Post('preview')
  @HttpCode(200)
  preview(@CurrentAgent() agent: AgentRow, @Body() { going, ...choice }: ChoicePreviewBody): Promise<ChoicePreview> {
    return this.desk.run('page', 'the homes to be sent', ChoicesService, 'preview', agent, choice, going);
  }

  @Post()
  @HttpCode(200)
  send(@CurrentAgent() agent: AgentRow, @Body() { allTheSame, ...choice }: ChoiceToSendBody): Promise<{ sentTo: number }> {
    // printing takes as long as a file does
    const kind = choice.withPdf ? 'file' : 'page';
    return this.desk.run(kind, 'the homes to be sent', ChoicesService, 'send', agent, choice, allTheSame);
  }
}
