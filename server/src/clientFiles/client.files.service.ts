import { Injectable } from '@nestjs/common';
import type { ClientFile, ClientSummary, SavedSearch } from '@perambula/contract';
import { ClientsService } from '../clients/index.js';
import { found } from '../common/failure.js';
import { SavedSearches } from '../searches/index.js';
import { ShortlistsService } from '../shortlists/index.js';
import { Timeline } from './timeline.js';

/** A client's file, and the list of all files: who the client is, and what is kept for them elsewhere. */
@Injectable()
export class ClientFilesService {
  constructor(
    private readonly clients: ClientsService,
    private readonly searches: SavedSearches,
    private readonly shortlists: ShortlistsService,
    private readonly timeline: Timeline,
  ) {}

  async list(agentId: string): Promise<ClientSummary[]> {
    const searches = await this.searches.list(agentId);
    return (await this.clients.summaries(agentId)).map((client) => withCounts(client, searches));
  }

  async file(agentId: string, clientId: string): Promise<ClientFile> {
    const { notes } = await this.clients.own(agentId, clientId);
    const [client] = await this.clients.summaries(agentId, clientId);
    const savedSearches = await this.searches.list(agentId, clientId);
    const shortlists = await this.shortlists.list(agentId, clientId);
    return {
      ...withCounts(found(client, 'client'), savedSearches),
      notes,
      savedSearches,
      shortlists: shortlists.map(({ id, name, items }) => ({
        id,
        name,
        homes: items.length,
        keys: items.slice(0, 4).map(({ listingKey }) => listingKey),
      })),
      lately: await this.timeline.of(clientId),
    };
  }
}

function withCounts<T extends { id: string }>(
  client: T,
  searches: readonly SavedSearch[],
): T & { searches: number; alerts: number } {
  const own = searches.filter(({ clientId }) => clientId === client.id);
  return { ...client, searches: own.length, alerts: own.filter(({ alert }) => alert?.state === 'running').length };
}
