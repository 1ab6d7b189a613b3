import { Injectable } from '@nestjs/common';
import type { MovedAnswer, MovedOrder } from '@perambula/contract';
import { besideOf, forAudience, MarketLog, movedHomes, movementOf, movesOf } from '@perambula/core';
import type { Moved, MovedHome, Movement, Window } from '@perambula/core';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { ListingsService, MarketTales } from '../listings/index.js';
import { CountyContext } from '../roads/index.js';
import { SavedSearches } from '../searches/index.js';
import { WhoWants } from '../wanted/index.js';

const BATCH = 500;
/** So long it reads at once; then others have their turn. */
const READS_MS = 500;

/** Which homes of a list, and in what order. */
export interface MovedAsk {
  readonly moved: readonly Moved[];
  readonly order: MovedOrder;
  readonly offset: number;
  readonly limit: number;
}

/** What all listings did, in memory: at the desk, since the whole market is read and gone through. */
@Injectable()
export class MarketMoves {
  private readonly log = new MarketLog();
  /** The sequence number of the last listing that the log knows. */
  private asOf = 0;

  constructor(
    private readonly tales: MarketTales,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
    private readonly searches: SavedSearches,
    private readonly context: CountyContext,
  ) {}

  /** Reads on for a while; gives whether that was all. */
  async readOn(): Promise<boolean> {
    const until = performance.now() + READS_MS;
    for (;;) {
      const told = await this.tales.after(this.asOf, BATCH);
      for (const { listingKey, tale } of told) this.log.put(listingKey, tale === null ? [] : movesOf(tale));
      this.asOf = told.at(-1)?.sequence ?? this.asOf;
      if (told.length < BATCH) return true;
      if (performance.now() > until) return false;
    }
  }

  /**
   * What moved in a window; null while not all is read.
   *
   * @param scope  the keys of the listings looked at, as JSON; null for the whole market
   */
  async moved(window: Window, scope: Uint8Array | null): Promise<Movement | null> {
    if (!(await this.readOn())) return null;
    return movementOf(this.log, window, besideOf(window, this.clock.time().zone), this.scopeOf(scope));
  }

  /** The homes that did one of some things in a window, each with whose searches it fits or nearly fits; null while not all is read. */
  async homes(agentId: string, window: Window, scope: Uint8Array | null, ask: MovedAsk): Promise<MovedAnswer | null> {
    if (!(await this.readOn())) return null;
    const all = movedHomes(this.log, window, this.scopeOf(scope), ask.moved);
    const page = inOrder(all, ask.order).slice(ask.offset, ask.offset + ask.limit);
    const records = await this.listings.byKeys(page.map(({ listingKey }) => listingKey));
    const names = new Map((await this.clients.all(agentId)).map(({ id, name }) => [id, name]));
    const searches = (await this.searches.list(agentId)).filter(({ clientId }) => clientId !== null && names.has(clientId));
    const wants = new WhoWants(searches, this.context.now());
    const rows = page.flatMap(({ listingKey, at, ...more }) => {
      const record = records.get(listingKey);
      if (!record) return [];
      const wantedBy = [...wants.of(record)].map(([clientId, how]) => ({ clientId, client: names.get(clientId) ?? '', how }));
      return [{ listing: forAudience(record, 'agent'), at: new Date(at).toISOString(), ...more, wantedBy }];
    });
    return { total: all.length, rows };
  }

  private scopeOf(keys: Uint8Array | null): Uint8Array | null {
    return keys && this.log.scopeOf(JSON.parse(new TextDecoder().decode(keys)) as string[]);
  }
}

function inOrder(homes: readonly MovedHome[], order: MovedOrder): MovedHome[] {
  const change = ({ from, to }: MovedHome): number => (from === null || to === null ? -1 : Math.abs(to - from));
  const by: Readonly<Record<MovedOrder, (home: MovedHome) => number>> = {
    latest: ({ at }) => at,
    dollars: change,
    percent: (home) => change(home) / (home.from ?? 1),
  };
  return homes.toSorted((a, b) => by[order](b) - by[order](a) || b.at - a.at);
}
