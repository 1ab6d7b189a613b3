import { Controller, Get, Inject } from '@nestjs/common';
import type { Deployment } from '@perambula/contract';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';

/** What this copy is: every page asks before it is drawn. */
@Controller('deployment')
export class DeploymentController {
  constructor(@Inject(CONFIG) private readonly config: Config) {}

  @Get()
  deployment(): Deployment {
    const { place, zone, notice, demo } = this.config;
    return { place, zone, notice, isDemo: demo !== null };
  }
}
