import { Injectable } from '@nestjs/common';
import { isOwnKey } from '@perambula/contract';
import type { OutlookAnswer, ReachAnswer } from '@perambula/contract';
import { priceCeiling, ringsAround } from '@perambula/core';
import type { PropertyType, Search } from '@perambula/core';
import { found } from '../common/failure.js';
import { Desk } from '../desk/index.js';
import { ListingsService } from '../listings/index.js';
import { SearchesService } from '../searches/index.js';
import { HomesAlike } from './homesAlike.js';

/** Rings are widened until they hold so many homes. */
const ENOUGH = 40;
/** Fewer than these tell nothing. */
const TOO_FEW = 8;
/** The newest of them are looked at. */
const MOST = 200;
/** Near misses that are looked at, the nearest, and the newest listings that homes alike are taken from. */
const [MOST_MISSES, MOST_ALIKE] = [500, 1000];

/** What is to be expected of a home, from how homes like it fared. */
@Injectable()
export class OutlookService {
  constructor(
    private readonly listings: ListingsService,
    private readonly searches: SearchesService,
    private readonly desk: Desk,
  ) {}

  async of(agentId: string, key: string): Promise<OutlookAnswer> {
    const record = found((await this.listings.byKeys([key], agentId)).get(key), 'listing');
    let alike: OutlookAnswer['alike'] = null;
    let keys: readonly string[] = [];
    for (const { said, search } of ringsAround(record)) {
      const answer = await this.searches.first(agentId, search, MOST);
      keys = answer.keys.filter((other) => other !== key);
      alike = { said, search, total: answer.total };
      if (keys.length >= ENOUGH) break;
    }
    if (keys.length < TOO_FEW) return { alike, outlook: null, ahead: null };
    return { alike, ...(await this.desk.run('page', 'how homes alike fared', HomesAlike, 'fared', key, keys)) };
  }

  /** Of homes that miss a search by its highest price alone, how likely each comes under it. */
  async withinReach(agentId: string, document: unknown): Promise<ReachAnswer> {
    const { search, keys } = await this.searches.nearMisses(agentId, document, priceCeiling, MOST_MISSES);
    const ceiling = priceCeiling(search);
    const homes = keys.filter((key) => !isOwnKey(key));
    if (!ceiling || homes.length === 0) return { ceiling: ceiling?.most ?? null, homes: [] };
    const among = await Promise.all(
      search.kinds.map(async (kind): Promise<[PropertyType, string[]]> => {
        const alike = await this.searches.first(agentId, listedLately(kind), MOST_ALIKE);
        return [kind, alike.keys.filter((key) => !isOwnKey(key))];
      }),
    );
    const reached = await this.desk.run('page', 'how homes alike fared', HomesAlike, 'withinReach', homes, ceiling.most, among);
    return { ceiling: ceiling.most, homes: reached };
  }
}

/** All of a kind that came on the market in three years, whatever became of them, the newest first. */
function listedLately(kind: PropertyType): Search {
  return {
    version: 1,
    kinds: [kind],
    reach: 'all',
    lines: [{ id: 'since', field: 'OnMarketDate', is: { last: 'P3Y' } }],
    bounds: [],
    order: [{ field: 'OnMarketDate', direction: 'desc' }],
  };
}
