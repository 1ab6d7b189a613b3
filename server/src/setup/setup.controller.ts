import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Controller, Get, Header, HttpCode, Inject, Post, UseGuards } from '@nestjs/common';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import type { Setup } from '@perambula/contract';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { MailService } from '../mail/index.js';
import { AssessorReader } from '../records/index.js';
import { AdministratorGuard, AgentGuard, CurrentAgent } from '../sessions/index.js';
import type { AgentRow } from '../sessions/index.js';
import { Steps } from '../steps/index.js';

/** The files of the county's folder, and what each is for. */
const FILES: readonly (readonly [name: string, isFor: string])[] = [
  ['far.geojson', 'the map, stations and shores'],
  ['near', 'the map near by'],
  ['roads.geojson', 'minutes on the roads'],
  ['addresses.geojson', 'finding an address'],
  ['zones.geojson', 'zones and schools on the map'],
];

/** What an administrator sees to when a copy is new, and whether each part works. */
@Controller('setup')
@UseGuards(AgentGuard, AdministratorGuard)
export class SetupController {
  constructor(
    private readonly mail: MailService,
    private readonly steps: Steps,
    private readonly assessor: AssessorReader,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get()
  @Header('cache-control', 'no-store')
  async setup(): Promise<Setup> {
    const { countyDir, mail } = this.config;
    const { mail: sending } = await this.steps.states();
    return {
      mail: {
        server: new URL(mail.smtp).host,
        from: mail.from,
        failure: sending.reason,
        takesBounces: mail.bounceToken !== null,
      },
      record: await this.assessor.state(),
      files: FILES.map(([name, isFor]) => ({ name, isFor, isThere: existsSync(join(countyDir, name)) })),
    };
  }

  /** Sends the administrator a message at once. */
  @Post('message')
  @HttpCode(200)
  @UseGuards(ThrottlerGuard)
  @Throttle({ default: { limit: 10, ttl: 60_000 } })
  async sendMessage(@CurrentAgent() agent: AgentRow): Promise<{ to: string }> {
    await this.mail.sendTest(agent);
    return { to: agent.email };
  }
}
