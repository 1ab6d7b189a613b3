import { Injectable } from '@nestjs/common';
import type { ForecastDid, ForecastAnswer } from '@perambula/contract';
import { forecast } from '@perambula/core';
import type { Forecast, ToldNews } from '@perambula/core';
import { DataSource } from 'typeorm';
import { Clock } from '../clock/index.js';
import { ListingsService } from '../listings/index.js';
import { CountyContext } from '../roads/index.js';
import { AlertRow } from '../schedules/index.js';
import { SavedSearches } from '../searches/index.js';
import type { SearchRow } from '../searches/index.js';
import { Digests } from './digests.js';

const DAY_MS = 86_400_000;
const FORECAST_DAYS = 60;
/** An alert that has run for fewer days says nothing of its forecast. */
const LEAST_DAYS = 14;

/** What alerts would have sent over the past sixty days, and what became of such a forecast. */
@Injectable()
export class Forecasts {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly context: CountyContext,
    private readonly digests: Digests,
    private readonly listings: ListingsService,
    private readonly searches: SavedSearches,
  ) {}

  /** Replays the sixty days before a moment, by all that is known now of the listings as they were. */
  async before(to: number, search: SearchRow, told: ToldNews): Promise<Forecast> {
    const from = to - FORECAST_DAYS * DAY_MS;
    const { zone, roads } = this.context.now();
    return forecast({
      tell: told.tell,
      leastPercent: told.leastPercent,
      search: search.document,
      zone,
      roads,
      hours: await this.digests.hoursOf(this.database.manager, search),
      from,
      to,
      records: await this.listings.aliveSince(new Date(from)),
      changes: await this.listings.changesFrom(new Date(from), true),
    });
  }

  /** What was to be expected when an alert began, or sixty days ago, beside what came since. */
  async did(agentId: string, searchId: string): Promise<ForecastAnswer> {
    const search = await this.searches.own(agentId, searchId);
    const alert = await this.database.getRepository(AlertRow).findOneBy({ searchId });
    const now = this.clock.now();
    if (!alert || alert.state !== 'running' || now - alert.startedAt.getTime() < LEAST_DAYS * DAY_MS) return { did: null };
    const since = Math.max(alert.startedAt.getTime(), now - FORECAST_DAYS * DAY_MS);
    const states = await this.searches.states(agentId, searchId);
    const then = states.find(({ savedAt }) => Date.parse(savedAt) <= since)?.document ?? search.document;
    const { homes, messages, days } = await this.before(since, { ...search, document: then }, alert);
    const [row] = await this.database.query<{ homes: string; messages: string }[]>(
      `SELECT COUNT(DISTINCT listingKey) AS homes, COUNT(DISTINCT digestId) AS messages FROM alert_items
         WHERE searchId = ? AND sequence > 0 AND toldAt > ?`,
      [searchId, new Date(since)],
    );
    const elapsed = (now - since) / DAY_MS;
    const did: ForecastDid = {
      since: new Date(since).toISOString(),
      expected: { homes: aWeek(homes, days), messages: aWeek(messages[alert.cadence], days) },
      came: { homes: aWeek(Number(row?.homes), elapsed), messages: aWeek(Number(row?.messages), elapsed) },
    };
    return { did };
  }
}

/** So many a week, to a tenth. */
function aWeek(many: number, days: number): number {
  return Math.round((many / days) * 70) / 10;
}
