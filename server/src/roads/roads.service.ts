import { Inject, Injectable } from '@nestjs/common';
import type { OnApplicationBootstrap, OnModuleDestroy } from '@nestjs/common';
import type { AreaAnswer, RouteAnswer } from '@perambula/contract';
import { readJourney, readShape, sayStep, travelsOf } from '@perambula/core';
import type { Journey, LonLat, MadeSweeps, OnFoot, Route, Search, TableAsk, TravelTable } from '@perambula/core';
import { asking, spending } from '../common/requestBudget.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { Thread } from '../common/thread.js';
import { Turns } from '../common/turns.js';
import { workerScript } from '../common/workerScript.js';
import type { RoadCalls } from './roads.worker.js';
import { Sweeps } from './sweeps.js';

/** Journeys that are measured at once: while one is, the next is asked for. */
const AT_ONCE = 2;

/** Tables of drives that are kept. */
const MOST_TABLES = 40;

/** What the county's roads tell: the ground within minutes of a place, and the way from one place to another. */
@Injectable()
export class RoadsService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly thread: Thread<RoadCalls>;
  private readonly turns = new Turns(AT_ONCE);
  private readonly sweeps = new Sweeps((travel, signal) => this.thread.ask('sweeps', travel, signal));
  private readonly tables = new Map<string, TravelTable>();
  private readonly role: Config['role'];

  constructor(@Inject(CONFIG) { countyDir, role }: Config) {
    this.role = role;
    this.thread = new Thread<RoadCalls>(workerScript('roads/roads.worker.js'), { workerData: { countyDir } });
  }

  onApplicationBootstrap(): void {
    if (this.role === 'web') void this.thread.begun().catch(() => undefined);
  }

  onModuleDestroy(): Promise<void> {
    return this.thread.end();
  }

  /**
   * What the journeys that searches name are measured by, each made once for all who ask.
   *
   * @param partOf  what is said of a line or bound by its id when its journey takes too long to measure
   * @throws Failure when it takes more time than one request may
   */
  async journeysOf(searches: readonly Search[], partOf: (id: string) => string): Promise<MadeSweeps[]> {
    const request = asking();
    const made: MadeSweeps[] = [];
    for (const { id, travel } of searches.flatMap(travelsOf)) {
      const one = this.turns.take(
        request?.person ?? '',
        async () => {
          await this.thread.begun();
          return spending(
            () => partOf(id),
            this.thread,
            (signal) => this.sweeps.of(travel, signal),
          );
        },
        request?.signal,
      );
      made.push(await one);
    }
    return made;
  }

  async area(shape: unknown): Promise<AreaAnswer> {
    const within = (shape as { type?: unknown } | null)?.type === 'TravelTime' ? readShape(shape, 'shape') : null;
    if (within?.type !== 'TravelTime')
      throw new Failure('search.invalid', 'An area is drawn of what lies within minutes of a place.', { path: 'shape.type' });
    const coordinates = await this.asked('area', within);
    if (!coordinates)
      throw new Failure('roads.offRoad', 'That place lies more than a mile from any road. Choose one nearer to a road.');
    return { type: 'MultiPolygon', coordinates };
  }

  async route(body: unknown): Promise<RouteAnswer> {
    const route = await this.asked('route', readJourney(body));
    if (!route) throw new Failure('roads.noWay', 'No way leads from the one place to the other.');
    return { ...route, steps: route.steps.map((step) => ({ ...step, text: sayStep(step) })) };
  }

  /** What one walks to from a place, the nearest of each kind. */
  onFoot(from: LonLat): Promise<OnFoot[]> {
    return this.asked('onFoot', from);
  }

  /** The ways of some journeys; null where none leads. */
  routes(journeys: readonly Journey[]): Promise<(Route | null)[]> {
    return this.asked('routes', journeys);
  }

  /** The drives between some places, measured once while they are asked for; null while the county has no roads. */
  async table(ask: TableAsk): Promise<TravelTable | null> {
    const key = JSON.stringify(ask);
    const table = this.tables.get(key) ?? (await this.asked('table', ask));
    // the last in the map is the latest used
    this.tables.delete(key);
    if (table) this.tables.set(key, table);
    for (const oldest of this.tables.keys()) if (this.tables.size > MOST_TABLES) this.tables.delete(oldest);
    return table;
  }

  private asked<K extends 'area' | 'route' | 'routes' | 'table' | 'onFoot'>(
    call: K,
    ask: RoadCalls[K]['ask'],
  ): Promise<RoadCalls[K]['answer']> {
    const request = asking();
    const work = async (): Promise<RoadCalls[K]['answer']> => {
      await this.thread.begun();
      return spending(
        () => 'the way along the streets',
        this.thread,
        (signal) => this.thread.ask(call, ask, signal),
      );
    };
    return this.turns.take(request?.person ?? '', work, request?.signal);
  }
}
