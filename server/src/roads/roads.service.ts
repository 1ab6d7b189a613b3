import { Inject, Injectable } from '@nestjs/common';
import type { OnModuleDestroy } from '@nestjs/common';
import type { AreaAnswer, RouteAnswer } from '@perambula/contract';
import { readJourney, readShape, sayStep } from '@perambula/core';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { Thread } from '../common/thread.js';
import type { RoadCalls } from './roads.worker.js';

/** What the county's roads tell: the ground within minutes of a place, and the way from one place to another. */
@Injectable()
export class RoadsService implements OnModuleDestroy {
  private readonly thread: Thread<RoadCalls>;

  constructor(@Inject(CONFIG) { countyDir }: Config) {
    this.thread = new Thread<RoadCalls>(new URL('./roads.worker.js', import.meta.url), { workerData: { countyDir } });
  }

  onModuleDestroy(): Promise<void> {
    return this.thread.end();
  }

  async area(shape: unknown): Promise<AreaAnswer> {
    const within = readShape(shape, 'shape');
    if (within.type !== 'TravelTime')
      throw new Failure('search.invalid', 'An area is drawn of what lies within minutes of a place.', { path: 'shape.type' });
    const coordinates = await this.thread.ask('area', within);
    if (!coordinates)
      throw new Failure('roads.offRoad', 'That place lies more than a mile from any road. Choose one nearer to a road.');
    return { type: 'MultiPolygon', coordinates };
  }

  async route(body: unknown): Promise<RouteAnswer> {
    const route = await this.thread.ask('route', readJourney(body));
    if (!route) throw new Failure('roads.noWay', 'No way leads from the one place to the other.');
    return { ...route, steps: route.steps.map((step) => ({ ...step, text: sayStep(step) })) };
  }
}
