import { Controller, Delete, Get, Header, HttpCode, Param, Post, UseGuards } from '@nestjs/common';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { SubscribedCalendars } from './subscribedCalendars.js';

@Controller()
export class CalendarsController {
  constructor(private readonly calendars: SubscribedCalendars) {}

  /** What a calendar program asks for again and again; whoever has the address needs no account. */
  @Get('calendars/:file')
  @Header('content-type', 'text/calendar; charset=utf-8')
  @Header('cache-control', 'private, max-age=300')
  read(@Param('file') file: string): Promise<string> {
    return this.calendars.read(file.replace(/\.ics$/, ''));
  }

  @Get('calendar')
  @UseGuards(AgentGuard)
  async get(@CurrentAgent() agent: AgentRow): Promise<{ isOpen: boolean }> {
    return { isOpen: await this.calendars.isOpen(agent) };
  }

  @Post('calendar')
  @HttpCode(200)
  @UseGuards(AgentGuard)
  async open(@CurrentAgent() agent: AgentRow): Promise<{ url: string }> {
    return { url: await this.calendars.open(agent) };
  }

  @Delete('calendar')
  @UseGuards(AgentGuard)
  async close(@CurrentAgent() agent: AgentRow): Promise<Record<string, never>> {
    await this.calendars.close(agent);
    return {};
  }
}
