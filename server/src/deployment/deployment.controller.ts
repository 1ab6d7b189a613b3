import { Controller, Get, Inject } from '@nestjs/common';
import type { Deployment } from '@perambula/contract';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { FirstAdministrator } from '../sessions/index.js';

/** What this copy is: every page asks before it is drawn. */
@Controller('deployment')
export class DeploymentController {
  constructor(
    private readonly first: FirstAdministrator,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get()
  async deployment(): Promise<Deployment> {
    const { place, zone, notice, demo } = this.config;
    return { place, zone, notice, isDemo: demo !== null, isNew: await this.first.isWanted() };
  }
}
