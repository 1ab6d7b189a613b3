import { Injectable } from '@nestjs/common';
import type { Behind, CameBy, ListedAnew, OutboxEntry, ShortlistNews, SinceClient, Today } from '@perambula/contract';
import { addressShown, dollars, forAudience, isAvailable, newsSince, tellableOf } from '@perambula/core';
import type { ListingChange, ListingRecord } from '@perambula/core';
import { DataSource } from 'typeorm';
import { Correspondence } from '../clientFiles/index.js';
import { ClientsService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { found } from '../common/failure.js';
import { ListeningService } from '../listening/index.js';
import { ListingsService } from '../listings/index.js';
import { OutboxRow } from '../mail/index.js';
import { Responses } from '../responses/index.js';
import { CountyContext } from '../roads/index.js';
import { SavedSearches } from '../searches/index.js';
import { AgentRow } from '../sessions/index.js';
import { ShortlistsService } from '../shortlists/index.js';
import { ShowingsService } from '../showings/index.js';
import { STEPS, Steps } from '../steps/index.js';
import type { StepName, StepState } from '../steps/index.js';
import { TasksService } from '../tasks/index.js';
import { WhoWants } from '../wanted/index.js';

const DAY_MS = 86_400_000;
const VISITS_SHOWN_FOR_MS = 3 * DAY_MS;
const MOST_NEW_HOMES = 6;

/** The agent's day, gathered from all the rest. */
@Injectable()
export class TodayService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly context: CountyContext,
    private readonly clients: ClientsService,
    private readonly searches: SavedSearches,
    private readonly listings: ListingsService,
    private readonly responses: Responses,
    private readonly shortlists: ShortlistsService,
    private readonly showings: ShowingsService,
    private readonly steps: Steps,
    private readonly correspondence: Correspondence,
    private readonly listening: ListeningService,
    private readonly tasks: TasksService,
  ) {}

  async today(agentId: string): Promise<Today> {
    const now = this.clock.now();
    const { lookedAt } = found(await this.database.getRepository(AgentRow).findOneBy({ id: agentId }), 'agent');
    const since = lookedAt ?? new Date(now - DAY_MS);
    const [clients, searches, showings, tasks, outbox] = await Promise.all([
      this.clients.all(agentId),
      this.searches.list(agentId),
      this.showings.list(agentId),
      this.tasks.list(agentId),
      this.database.getRepository(OutboxRow).find({
        where: [
          { agentId: agentId, state: 'held' },
          { agentId: agentId, state: 'failed' },
        ],
        order: { createdAt: 'DESC' },
      }),
    ]);
    const states = await this.steps.states();
    const names = new Map(clients.map(({ id, name }) => [id, name]));
    const changes = (await this.listings.changesFrom(since, true)).filter((change) => tellableOf(change) !== null);
    const records = await this.listings.byKeys([...new Set(changes.map(({ ListingKey }) => ListingKey))]);
    const wants = new WhoWants(searches, this.context.now());
    const messages = outbox.map((row) => outboxEntry(row, names.get(row.clientId) ?? ''));
    return {
      behind: STEPS.flatMap((step) => behindOf(step, states[step])),
      written: await this.correspondence.waiting(clients),
      asked: showings.filter(
        ({ state, startAt }) => state === 'asked' || (state === 'countered' && Date.parse(startAt ?? '') > now),
      ),
      held: messages.filter(({ state }) => state === 'held'),
      failed: messages.filter(({ state }) => state === 'failed'),
      worthAWord: await this.listening.worthAWord(clients),
      cameBy: await this.cameBy(clients, new Date(now - VISITS_SHOWN_FOR_MS)),
      tasks,
      since: clients.flatMap(({ id, name }) => sinceFor(id, name, wants, changes, records)),
      sinceAt: lookedAt?.toISOString() ?? null,
      shortlisted: await this.shortlisted(agentId, names, changes, since),
      ahead: showings
        .filter(({ state, startAt }) => state === 'confirmed' && startAt !== null && Date.parse(startAt) > now)
        .sort((a, b) => ((a.startAt ?? '') < (b.startAt ?? '') ? -1 : 1)),
      newHomes: newHomes(names, wants, changes, records),
    };
  }

  /** The shortlists come first that were made first. */
  private async shortlisted(
    agentId: string,
    names: ReadonlyMap<string, string>,
    changes: readonly ListingChange[],
    since: Date,
  ): Promise<ShortlistNews[]> {
    const changed = new Set(changes.map(({ ListingKey }) => ListingKey));
    const all = await this.shortlists.homesOf(agentId);
    const listedAnew = await this.listings.listedAnew(all.map(({ listingKey }) => listingKey));
    const anewOf = (key: string): ListedAnew | null => {
      const anew = listedAnew.get(key);
      return anew && changed.has(anew.listingKey) ? anew : null;
    };
    const where = all.filter(({ listingKey }) => changed.has(listingKey) || anewOf(listingKey) !== null);
    const records = await this.listings.byKeys(
      where.map(({ listingKey }) => listingKey),
      agentId,
    );
    return where.flatMap(({ shortlistId, name, clientId, listingKey }) => {
      const anew = anewOf(listingKey);
      const own = changes.filter(({ ListingKey }) => ListingKey === listingKey);
      const news = newsSince(own, since.getTime());
      const address = String(records.get(listingKey)?.['UnparsedAddress'] ?? listingKey);
      const client = clientId === null ? null : (names.get(clientId) ?? '');
      if (!news.price && !news.status && !anew) return [];
      return { shortlistId, name, clientId, client, home: { listingKey, address }, news, anew };
    });
  }

  async markLooked(agentId: string): Promise<void> {
    await this.database.getRepository(AgentRow).update({ id: agentId }, { lookedAt: this.clock.date() });
  }

  private async cameBy(clients: readonly { id: string; name: string }[], from: Date): Promise<CameBy[]> {
    const ids = clients.map(({ id }) => id);
    const [visits, reactions] = await Promise.all([this.responses.visitsOf(ids, from), this.responses.reactionsOf(ids, from)]);
    const records = await this.listings.byKeys([
      ...new Set([...visits, ...reactions].flatMap(({ listingKey }) => listingKey ?? [])),
    ]);
    const address = (key: string): string => String(records.get(key)?.['UnparsedAddress'] ?? key);
    const people = await this.clients.everyoneOf(ids);
    return people
      .flatMap((person): CameBy[] => {
        const own = visits.filter(({ personId }) => personId === person.id);
        const said = reactions.filter(({ personId }) => personId === person.id);
        const last = [...own, ...said]
          .map(({ at }) => at.toISOString())
          .sort()
          .at(-1);
        if (last === undefined) return [];
        const times = new Map<string, number>();
        for (const { listingKey } of own) if (listingKey) times.set(listingKey, (times.get(listingKey) ?? 0) + 1);
        return [
          {
            clientId: person.clientId,
            client: clients.find(({ id }) => id === person.clientId)?.name ?? '',
            person: person.name,
            lastAt: last,
            visits: own.filter(({ listingKey }) => listingKey === null).length,
            homesOpened: [...times]
              .map(([listingKey, n]) => ({ listingKey, address: address(listingKey), times: n }))
              .sort((a, b) => b.times - a.times),
            reactions: said.map(({ listingKey, verdict, note, at }) => ({
              listingKey,
              address: address(listingKey),
              verdict,
              note,
              at: at.toISOString(),
            })),
          },
        ];
      })
      .sort((a, b) => (a.lastAt < b.lastAt ? 1 : -1));
  }
}

function said(change: ListingChange): string {
  const { from, to } = change;
  switch (tellableOf(change)) {
    case 'priceDown':
      return `cut ${dollars(Number(from) - Number(to))} to ${dollars(Number(to))}`;
    case 'priceUp':
      return `raised ${dollars(Number(to) - Number(from))} to ${dollars(Number(to))}`;
    case 'backOnMarket':
      return 'is back on the market';
    default:
      return `is now ${String(to).toLowerCase()}`;
  }
}

function outboxEntry(row: OutboxRow, clientName: string): OutboxEntry {
  return {
    id: row.id,
    to: row.toName,
    clientName,
    subject: row.subject,
    state: row.state,
    createdAt: row.createdAt.toISOString(),
    lastError: row.lastError,
  };
}

/** What happened for one client since the agent last looked. */
function sinceFor(
  clientId: string,
  client: string,
  wants: WhoWants,
  changes: readonly ListingChange[],
  records: ReadonlyMap<string, ListingRecord>,
): SinceClient[] {
  const fresh = new Map<string, string>();
  const told: { listingKey: string; text: string }[] = [];
  for (const change of changes) {
    const record = records.get(change.ListingKey);
    const how = record && wants.of(record).get(clientId);
    if (!record || !how) continue;
    const kind = tellableOf(change);
    if (kind === 'new' || kind === 'backOnMarket') fresh.set(change.ListingKey, how);
    if (kind !== 'new' && how === 'fits')
      told.push({ listingKey: change.ListingKey, text: `${addressShown(forAudience(record, 'agent'))} ${said(change)}` });
  }
  const fits = [...fresh.values()].filter((how) => how === 'fits').length;
  if (fresh.size === 0 && told.length === 0) return [];
  return [{ clientId, client, fits, missesByOne: fresh.size - fits, changes: told.slice(-4) }];
}

/** Homes that came on the market, with who would want them. */
function newHomes(
  names: ReadonlyMap<string, string>,
  wants: WhoWants,
  changes: readonly ListingChange[],
  records: ReadonlyMap<string, ListingRecord>,
): Today['newHomes'] {
  const fresh = [
    ...new Set(changes.filter((change) => tellableOf(change) === 'new').map(({ ListingKey }) => ListingKey)),
  ].reverse();
  const homes = fresh.flatMap((key) => {
    const record = records.get(key);
    if (!record || !isAvailable(String(record['StandardStatus']))) return [];
    const hows = wants.of(record);
    const wantedBy = [...names].flatMap(([clientId, client]) => {
      const how = hows.get(clientId);
      return how ? [{ clientId, client, how }] : [];
    });
    return wantedBy.length > 0 ? [{ listing: forAudience(record, 'agent'), wantedBy }] : [];
  });
  return homes.slice(0, MOST_NEW_HOMES);
}

/** What is told of a step: nothing while it is done, or was a moment ago. */
/** When this server began, in milliseconds since 1970 UTC. */
const BEGUN_AT = Date.now();

function behindOf(step: StepName, { since, reason }: StepState): Behind[] {
  // while no server ran, nothing could be done
  const minutes = since ? Math.floor((Date.now() - Math.max(since.getTime(), BEGUN_AT)) / 60_000) : 0;
  return minutes > 0 ? [{ step, minutes, reason: reason ?? '' }] : [];
}
