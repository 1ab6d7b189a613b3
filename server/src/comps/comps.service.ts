import { Injectable } from '@nestjs/common';
import { isOwnKey } from '@perambula/contract';
import type { CompsAnswer, PriceModelAnswer } from '@perambula/contract';
import { COMP_MILES, compsSearch, PROPERTY_TYPES } from '@perambula/core';
import type { PropertyType, Search } from '@perambula/core';
import { found } from '../common/failure.js';
import { Desk } from '../desk/index.js';
import { ListingsService } from '../listings/index.js';
import { SearchesService } from '../searches/index.js';
import { CompHomes } from './compHomes.js';
import { PriceModels } from './priceModels.js';

/** It is looked farther round a subject until so many homes are found. */
const ENOUGH = 40;
const MOST = 200;
/** How price goes with homes' facts is told by so many of the latest sales at most. */
const MOST_SALES = 1000;

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

  /** How price goes with the facts of homes of a listing's property type; rents are none. */
  async priceModel(agentId: string, key: string): Promise<PriceModelAnswer> {
    const record = found((await this.listings.byKeys([key], agentId)).get(key), 'listing');
    const type = PROPERTY_TYPES.find((each) => each === record['PropertyType']);
    if (!type || type === 'Residential Lease') return { model: null };
    const { keys } = await this.searches.first(agentId, salesOf(type), MOST_SALES);
    // an agent's own file tells nothing that others should see
    const sales = keys.filter((sale) => !isOwnKey(sale));
    return { model: await this.desk.run('page', 'the sales that prices are told by', PriceModels, 'of', type, sales) };
  }
}

/** The sales of a property type, the latest first. */
function salesOf(type: PropertyType): Search {
  return {
    version: 1,
    kinds: [type],
    lines: [{ id: 'sold', field: 'Status', is: { oneOf: [{ status: 'Closed', last: 'P24M' }] } }],
    bounds: [],
    order: [{ field: 'CloseDate', direction: 'desc' }],
  };
}
