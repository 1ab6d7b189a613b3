import { Injectable } from '@nestjs/common';
import type { WantedAnswer } from '@perambula/contract';
import { fitOf } from '@perambula/core';
import type { FitAnswer, ListingRecord } from '@perambula/core';
import { ClientsService } from '../clients/index.js';
import { found } from '../common/failure.js';
import { ListingsService } from '../listings/index.js';
import { Responses } from '../responses/index.js';
import { CountyContext } from '../roads/index.js';
import { SavedSearches } from '../searches/index.js';
import { ShortlistsService } from '../shortlists/index.js';
import { WhoWants } from './whoWants.js';

/** What a home is to an agent's clients: whom it would suit, what they said, where it stands. */
@Injectable()
export class WantedService {
  constructor(
    private readonly clients: ClientsService,
    private readonly context: CountyContext,
    private readonly listings: ListingsService,
    private readonly responses: Responses,
    private readonly searches: SavedSearches,
    private readonly shortlists: ShortlistsService,
  ) {}

  async of(agentId: string, key: string): Promise<WantedAnswer> {
    const record = found((await this.listings.byKeys([key], agentId)).get(key), 'listing');
    const clients = await this.clients.all(agentId);
    const names = new Map(clients.map(({ id, name }) => [id, name]));
    const [wantedBy, said, shortlists] = await Promise.all([
      this.wantedBy(agentId, record, names),
      this.said([...names.keys()], key),
      this.shortlists.holding(agentId, key),
    ]);
    return {
      wantedBy,
      said,
      shortlists: shortlists.map((each) => ({
        ...each,
        client: each.clientId === null ? null : (names.get(each.clientId) ?? ''),
      })),
    };
  }

  async fit(agentId: string, key: string, searchId: string): Promise<FitAnswer> {
    const record = found((await this.listings.byKeys([key], agentId)).get(key), 'listing');
    const { document } = await this.searches.own(agentId, searchId);
    return fitOf(document, record, this.context.now());
  }

  private async wantedBy(
    agentId: string,
    record: ListingRecord,
    names: ReadonlyMap<string, string>,
  ): Promise<WantedAnswer['wantedBy']> {
    const searches = (await this.searches.list(agentId)).filter(({ clientId }) => clientId !== null);
    const hows = new WhoWants(searches, this.context.now()).of(record);
    const all = [...hows].map(([clientId, how]) => ({ clientId, client: names.get(clientId) ?? '', fits: how === 'fits', how }));
    return all.sort((a, b) => Number(b.fits) - Number(a.fits) || a.client.localeCompare(b.client));
  }

  private async said(clientIds: readonly string[], key: string): Promise<WantedAnswer['said']> {
    const [people, visits, reactions] = await Promise.all([
      this.clients.everyoneOf(clientIds),
      this.responses.visitsOf(clientIds),
      this.responses.reactionsOf(clientIds),
    ]);
    return people.flatMap(({ id, clientId, name }) => {
      const opened = visits.filter(({ personId, listingKey }) => personId === id && listingKey === key).length;
      const reaction = reactions.find(({ personId, listingKey }) => personId === id && listingKey === key);
      if (opened === 0 && !reaction) return [];
      return [{ clientId, person: name, opened, verdict: reaction?.verdict ?? null, note: reaction?.note ?? '' }];
    });
  }
}
