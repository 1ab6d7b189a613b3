import { Inject, Injectable } from '@nestjs/common';
import type { Circumstances } from '@perambula/core';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Roads } from '../common/roadFile.js';

/** What searches are judged under here: the clock's time, and the county's roads. */
@Injectable()
export class CountyCircumstances {
  private readonly roads: Roads;

  constructor(
    private readonly clock: Clock,
    @Inject(CONFIG) { countyDir }: Config,
  ) {
    this.roads = new Roads(countyDir);
  }

  now(): Circumstances {
    const { times } = this.roads;
    return { ...this.clock.time(), ...(times ? { roads: times } : {}) };
  }
}
