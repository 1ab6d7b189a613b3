import { Body, Controller, Get, HttpCode, Post, Query, Req, Res, UseGuards } from '@nestjs/common';
import { ApiBody, ApiConsumes } from '@nestjs/swagger';
import type { ContactsRead } from '@perambula/contract';
import type { Request, Response } from 'express';
import { receiveText } from '../common/receiveText.js';
import { Desk } from '../desk/index.js';
import { AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { ContactsService } from './contacts.service.js';
import { ContactsQuery, TakeContactsBody } from './dto/bodies.js';

const MOST_BYTES = 2_000_000;
const FILES = {
  vcard: { type: 'text/vcard', name: 'clients.vcf' },
  csv: { type: 'text/csv', name: 'clients.csv' },
} as const;

@Controller('contacts')
@UseGuards(AgentGuard)
export class ContactsController {
  constructor(private readonly desk: Desk) {}

  @Get()
  async write(
    @CurrentAgent() agent: AgentRow,
    @Query() { as }: ContactsQuery,
    @Res({ passthrough: true }) response: Response,
  ): Promise<string> {
    const { type, name } = FILES[as];
    response.type(`${type}; charset=utf-8`);
    response.attachment(name);
    return this.desk.run('file', 'how many clients there are', ContactsService, 'write', agent.id, as);
  }

  /** A file of contacts, as vCard or CSV text. */
  @Post('read')
  @HttpCode(200)
  @ApiConsumes('text/csv', 'text/plain')
  @ApiBody({ schema: { type: 'string' } })
  async read(@CurrentAgent() agent: AgentRow, @Req() request: Request): Promise<ContactsRead> {
    const file = await receiveText(request, ['text/csv', 'text/plain', 'text/vcard'], MOST_BYTES);
    try {
      return await this.desk.run('file', 'how much the file holds', ContactsService, 'read', agent.id, file.path);
    } finally {
      await file.remove();
    }
  }

  @Post()
  @HttpCode(200)
  take(@CurrentAgent() agent: AgentRow, @Body() { households }: TakeContactsBody): Promise<{ opened: number; added: number }> {
    return this.desk.run('file', 'how many households there are', ContactsService, 'take', agent.id, households);
  }
}
