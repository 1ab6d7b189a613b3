import { Inject, Injectable } from '@nestjs/common';
import type { ClientFile, ClientSummary, SavedSearch } from '@perambula/contract';
import type { Hours } from '@perambula/core';
import { AlertsService } from '../alerts/index.js';
import { ClientsService, hoursOf } from '../clients/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { found } from '../common/failure.js';
import { SavedSearches } from '../searches/index.js';
import { ShortlistsService } from '../shortlists/index.js';

/** A client's file, and the list of all files: who the client is, and what is kept for them elsewhere. */
@Injectable()
export class ClientFilesService {
  constructor(
    private readonly clients: ClientsService,
    private readonly alerts: AlertsService,
    private readonly searches: SavedSearches,
    private readonly shortlists: ShortlistsService,
    @Inject(CONFIG) private readonly config: Pick<Config, 'zone'>,
  ) {}

  /** The files in use, or those put away. */
  async list(agentId: string, archived: boolean): Promise<ClientSummary[]> {
    const searches = await this.searches.list(agentId);
    const all = await this.clients.all(agentId, { archived });
    const clients = all.filter(({ archivedAt }) => (archivedAt !== null) === archived);
    return (await this.clients.summaries(clients)).map((client) => withCounts(client, searches));
  }

  async file(agentId: string, clientId: string): Promise<ClientFile> {
    const row = await this.clients.own(agentId, clientId);
    const [client] = await this.clients.summaries([row]);
    const savedSearches = await this.searches.list(agentId, clientId);
    const shortlists = (await this.shortlists.list(agentId, clientId)).filter(({ archivedAt }) => archivedAt === null);
    return {
      ...withCounts(found(client, 'client'), savedSearches),
      notes: row.notes,
      asksAfter: row.asksAfter,
      busy: row.busy ?? [],
      hours: hoursOf(row, this.config.zone),
      savedSearches,
      shortlists: shortlists.map(({ id, name, items }) => ({
        id,
        name,
        homes: items.length,
        keys: items.slice(0, 4).map(({ listingKey }) => listingKey),
      })),
    };
  }

  /** When the household may be written to; what is due by its alerts follows. */
  async setHours(agentId: string, clientId: string, hours: Hours): Promise<void> {
    await this.clients.setHours(agentId, clientId, hours);
    await this.alerts.reschedule(agentId, clientId);
  }
}

function withCounts<T extends { id: string }>(
  client: T,
  searches: readonly SavedSearch[],
): T & { searches: number; alerts: number } {
  const own = searches.filter(({ clientId }) => clientId === client.id);
  return { ...client, searches: own.length, alerts: own.filter(({ alert }) => alert?.state === 'running').length };
}
