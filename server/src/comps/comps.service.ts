import { Injectable } from '@nestjs/common';
import type { CompsAnswer } from '@perambula/contract';
import { COMP_MILES, compsSearch } from '@perambula/core';
import { found } from '../common/failure.js';
import { Desk } from '../desk/index.js';
import { ListingsService } from '../listings/index.js';
import { SearchesService } from '../searches/index.js';
import { CompHomes } from './compHomes.js';

/** It is looked farther round a subject until so many homes are found. */
const ENOUGH = 40;
const MOST = 200;

/** Homes to be compared: those chosen, or those round a subject. */
@Injectable()
export class CompsService {
  constructor(
    private readonly listings: ListingsService,
    private readonly searches: SearchesService,
    private readonly desk: Desk,
  ) {}

  /** @param keys  of homes that were chosen; none, and they are looked for round the subject */
  async gather(agentId: string, subject: string | null, keys: readonly string[]): Promise<CompsAnswer> {
    const record = subject === null ? null : found((await this.listings.byKeys([subject], agentId)).get(subject), 'listing');
    let [around, miles]: [readonly string[], number | null] = [keys, null];
    let total = keys.length;
    if (record && keys.length === 0) {
      for (const far of COMP_MILES) {
        const search = compsSearch(record, far);
        if (!search) break;
        miles = far;
        const answer = await this.searches.first(agentId, search, MOST);
        around = answer.keys;
        // itself is one of them, where it is for sale
        total = answer.total - Number(around.includes(record.ListingKey));
        if (around.length > ENOUGH) break;
      }
    }
    const others = around.filter((key) => key !== subject);
    const asked = subject === null ? others : [subject, ...others];
    const all = await this.desk.run('page', 'the homes to be compared', CompHomes, 'compared', agentId, asked);
    const own = all.find(({ ListingKey }) => ListingKey === subject) ?? null;
    return { subject: own, homes: all.filter((home) => home !== own), total, miles };
  }
}
