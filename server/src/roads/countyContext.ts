import { Inject, Injectable } from '@nestjs/common';
import type { EvaluationContext, MadeSweeps } from '@perambula/core';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Roads } from '../common/roadFile.js';

/** What searches are judged under here: the clock's time, and the county's roads. */
@Injectable()
export class CountyContext {
  private readonly roads: Roads;

  constructor(
    private readonly clock: Clock,
    @Inject(CONFIG) { countyDir }: Config,
  ) {
    this.roads = new Roads(countyDir);
  }

  /** @param made  what the journeys to be judged are measured by; where there is none, judging them measures, which takes long */
  now(made: readonly MadeSweeps[] = []): EvaluationContext {
    const { times } = this.roads;
    times?.takeSweeps(made);
    return { ...this.clock.time(), ...(times ? { roads: times } : {}) };
  }
}
