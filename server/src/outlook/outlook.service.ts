import { Injectable } from '@nestjs/common';
import type { OutlookAnswer } from '@perambula/contract';
import { ringsAround } from '@perambula/core';
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
}
