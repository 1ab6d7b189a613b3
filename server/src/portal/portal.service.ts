import { Inject, Injectable } from '@nestjs/common';
import type { FactsToVerify, Portal, PortalCard, PortalHome, Verdict, Wish } from '@perambula/contract';
import { addressShown, forAudience, mayShow, sentenceOf } from '@perambula/core';
import type { Cadence, ListingRecord } from '@perambula/core';
import { DataSource, In, IsNull, MoreThan, Not } from 'typeorm';
import { AlertItemRow, AlertsService } from '../alerts/index.js';
import { ClientsService, firstName, LinksService } from '../clients/index.js';
import type { PersonRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { EventsService } from '../events/index.js';
import { ListingsService } from '../listings/index.js';
import { OutboxRow } from '../mail/index.js';
import { ToVerify } from '../records/index.js';
import { Responses } from '../responses/index.js';
import { SavedSearches } from '../searches/index.js';
import { SentHomes } from '../sentHomes/index.js';
import { ShortlistsService } from '../shortlists/index.js';
import type { SharedShortlist } from '../shortlists/index.js';
import { ShowingsService } from '../showings/index.js';
import type { ShowingRow } from '../showings/index.js';
import { TasksService } from '../tasks/index.js';
import { FROM_CLIENTS, TimelineEntries, TimelineEntryRow } from '../timelineEntries/index.js';

/** That a household was told of a home, and why, and the ids of its searches and shortlists that have the home. */
export interface Told {
  readonly at: Date;
  readonly why: string;
  readonly of: readonly string[];
}

/** Somebody with their household and agent. */
type PortalReader = Awaited<ReturnType<ClientsService['person']>>;

/** A visit goes on until nothing was opened for half an hour. */
const ONE_VISIT_MS = 30 * 60_000;
/** What was written lately is shown, so many of it. */
const MOST_WRITTEN = 60;
const MOST_WRITTEN_A_DAY = 20;

/** One client's own pages: the homes told to them and what they say of them; nothing of any other client. */
@Injectable()
export class PortalService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly links: LinksService,
    private readonly listings: ListingsService,
    private readonly responses: Responses,
    private readonly searches: SavedSearches,
    private readonly sent: SentHomes,
    private readonly shortlists: ShortlistsService,
    private readonly showings: ShowingsService,
    private readonly events: EventsService,
    private readonly verified: ToVerify,
    private readonly alerts: AlertsService,
    private readonly entries: TimelineEntries,
    private readonly tasks: TasksService,
    @Inject(CONFIG) private readonly config: Pick<Config, 'notice'>,
  ) {}

  /** The person behind a portal link; throws when it is unknown, over or withdrawn. */
  personOf(token: string | undefined): Promise<string> {
    return this.links.personOf(token, 'portal');
  }

  /** Takes in a link as its page is opened somewhere. */
  async enter(token: string, address: string): Promise<void> {
    const personId = await this.personOf(token);
    const places = await this.links.openedFrom(token, address);
    const { person, client, agent } = await this.clients.person(personId);
    if (places !== null) await this.warnOfPlaces(agent.id, client.id, firstName(person.name), places);
    if (!person.countsVisits) return;
    await this.links.opened(token, this.clock.date());
    await this.events.say(agent.id, 'visit');
  }

  /** Tells the agent that a link into somebody's portal may have been passed on. */
  private async warnOfPlaces(agentId: string, clientId: string, name: string, places: number): Promise<void> {
    const text = `${name}’s portal link was opened from ${places} places within an hour. If that is odd, withdraw it in their file.`;
    await this.tasks.add(agentId, { clientId, text });
  }

  /** The person wants nobody to come in by the links that there are. */
  withdrawLinks(personId: string): Promise<void> {
    return this.clients.withdrawLinks(personId);
  }

  async open(personId: string, isKnown: boolean): Promise<Portal> {
    const { person, client, agent } = await this.clients.person(personId);
    const searches = (await this.searches.list(agent.id, client.id)).filter(({ alert }) => alert);
    const shared = await this.shortlists.sharedWith(client.id);
    const others = (await this.clients.peopleOf([client.id])).filter(({ id }) => id !== personId);
    const now = this.clock.now();
    const recent = await this.responses.portalVisitsOf(personId, 2);
    const current = recent[0] && now - recent[0].at.getTime() < ONE_VISIT_MS ? recent[0] : null;
    const lastVisit = current ? (recent[1] ?? null) : (recent[0] ?? null);
    if (!current && person.countsVisits) {
      await this.responses.visited({ clientId: client.id, personId, listingKey: null, at: new Date(now) });
      await this.events.say(agent.id, 'visit');
    }
    const homes = await this.homes(
      client.id,
      personId,
      isKnown ? others : [],
      await this.told(
        client.id,
        searches.map(({ id }) => id),
        shared,
      ),
      lastVisit?.at ?? null,
    );
    const stands = new Set(homes.map(({ listingKey }) => listingKey));
    return {
      person: person.name,
      household: client.name,
      lastVisitAt: lastVisit?.at.toISOString() ?? null,
      countsVisits: person.countsVisits,
      others: others.map(({ name }) => firstName(name)),
      isKnown,
      sharesReactions: person.sharesReactions,
      now: new Date(now).toISOString(),
      agent: {
        name: agent.name,
        phone: agent.phone,
        email: agent.email,
        officeName: agent.officeName,
        postalAddress: agent.postalAddress,
        licenseNumber: agent.licenseNumber,
      },
      searches: searches.map(({ id, name, document, alert }) => ({
        id,
        name,
        sentence: sentenceOf(document),
        cadence: alert?.cadence ?? 'eachMorning',
        state: alert?.state ?? 'stopped',
      })),
      shortlists: shared.map(({ id, name, homes: on }) => ({
        id,
        name,
        keys: on.map(({ listingKey }) => listingKey).filter((key) => stands.has(key)),
      })),
      homes,
      written: await this.written(client.id, personId),
      source: this.config.notice,
    };
  }

  /** What somebody and their agent wrote to each other, the oldest first. */
  private async written(clientId: string, personId: string): Promise<Portal['written']> {
    const rows = await this.database.getRepository(TimelineEntryRow).find({
      where: { clientId, personId, kind: In([...FROM_CLIENTS, 'toClient']) },
      order: { at: 'DESC' },
      take: MOST_WRITTEN,
    });
    return rows.reverse().map(({ at, kind, text, about }) => ({
      at: at.toISOString(),
      isByAgent: kind === 'toClient',
      text,
      listingKey: kind === 'wish' ? null : about,
    }));
  }

  /** The reader writes to their agent: about a home that they were told of, what a search should be, or anything. */
  async write(
    personId: string,
    text: string,
    listingKey: string | null,
    proposal: { readonly searchId: string; readonly wish: Wish } | null = null,
  ): Promise<void> {
    const { client, agent } = listingKey ? await this.guardTold(personId, listingKey) : await this.clients.person(personId);
    const since = new Date(this.clock.now() - 86_400_000);
    const today = { clientId: client.id, personId, kind: In(FROM_CLIENTS), at: MoreThan(since) };
    if ((await this.database.getRepository(TimelineEntryRow).countBy(today)) >= MOST_WRITTEN_A_DAY)
      throw new Failure('request.tooMany', `You wrote ${MOST_WRITTEN_A_DAY} times today. Call ${agent.name}: ${agent.phone}.`);
    const said = proposal
      ? ({ kind: 'wish', about: proposal.searchId, wish: proposal.wish } as const)
      : ({ kind: 'fromClient', about: listingKey } as const);
    await this.entries.add({ clientId: client.id, personId, text, ...said });
    await this.events.say(agent.id, 'visit');
  }

  /** How often the household hears of one of its searches, or whether at all. */
  async changeAlert(
    personId: string,
    searchId: string,
    change: { readonly cadence?: Cadence; readonly state?: 'running' | 'paused' | 'stopped' },
  ): Promise<void> {
    const { client, agent } = await this.clients.person(personId);
    await this.alerts.changeByReader({ clientId: client.id, personId }, searchId, change);
    await this.events.say(agent.id, 'visit');
  }

  private async homes(
    clientId: string,
    personId: string,
    others: readonly PersonRow[],
    told: ReadonlyMap<string, Told>,
    since: Date | null,
  ): Promise<PortalHome[]> {
    const shown = await this.listings.thoseShown([...told.keys()], 'client');
    const said = await this.responses.reactionsOf([clientId]);
    const reactions = new Map(said.filter((row) => row.personId === personId).map((row) => [row.listingKey, row]));
    const shared = new Map(others.filter((each) => each.sharesReactions).map(({ id, name }) => [id, firstName(name)]));
    const showings = new Map((await this.showings.ofClient(clientId)).reverse().map((row) => [row.listingKey, row]));
    return [...told].flatMap(([key, { at, why, of }]): PortalHome[] => {
      if (!shown.has(key)) return [];
      const [reaction, showing] = [reactions.get(key), showings.get(key)];
      return [
        {
          listingKey: key,
          why,
          of,
          toldAt: at.toISOString(),
          isNew: since === null || at > since,
          reaction: reaction ? { verdict: reaction.verdict, note: reaction.note, at: reaction.at.toISOString() } : null,
          others: said.flatMap(({ personId: by, listingKey, verdict, note }) => {
            const person = shared.get(by);
            return person !== undefined && listingKey === key ? [{ person, verdict, note }] : [];
          }),
          showing: showing ? visitShown(showing) : null,
        },
      ];
    });
  }

  /** What some homes are that were told to the reader's household, in the order of their keys. */
  async cards(personId: string, keys: readonly string[]): Promise<PortalCard[]> {
    const { client, agent } = await this.clients.person(personId);
    const told = await this.toldTo(agent.id, client.id);
    const records = await this.listings.byKeys(keys.filter((key) => told.has(key)));
    return keys.flatMap((key) => {
      const record = records.get(key);
      return record && mayShow(record, 'client') ? [cardOf(record)] : [];
    });
  }

  /** By home, when and why a client's household was last told of it; the latest first. */
  async toldTo(agentId: string, clientId: string): Promise<ReadonlyMap<string, Told>> {
    const searches = await this.searches.list(agentId, clientId);
    return this.told(
      clientId,
      searches.map(({ id }) => id),
      await this.shortlists.sharedWith(clientId),
    );
  }

  private async told(
    clientId: string,
    searchIds: readonly string[],
    shortlists: readonly SharedShortlist[],
  ): Promise<Map<string, Told>> {
    const items = await this.database
      .getRepository(AlertItemRow)
      .find({ where: { searchId: In([...searchIds]), toldAt: Not(IsNull()) }, order: { toldAt: 'DESC', id: 'DESC' } });
    // a digest that still waits for the agent's look has told nothing yet
    const waiting = new Set(
      (await this.database.getRepository(OutboxRow).find({ select: { digestId: true }, where: { clientId, state: 'held' } })).map(
        ({ digestId }) => digestId,
      ),
    );
    const all = [
      ...items
        .filter(({ digestId }) => !waiting.has(digestId))
        .map(({ listingKey, why, toldAt, searchId }) => ({ listingKey, why, at: toldAt as Date, of: [searchId] })),
      ...(await this.sent.of(clientId)).map(({ listingKey, at }) => ({ listingKey, why: 'Chosen for you', at, of: [] })),
    ].sort((a, b) => b.at.getTime() - a.at.getTime());
    // what is also on a shortlist is no news by that
    const shared = shortlists.flatMap(({ id, name, homes }) =>
      homes.map(({ listingKey, at }) => ({ listingKey, why: `On “${name}”`, at, of: [id] })),
    );
    const newest = new Map<string, Told>();
    for (const { listingKey, at, why, of } of [...all, ...shared]) {
      const told = newest.get(listingKey) ?? { at, why, of: [] };
      newest.set(listingKey, { ...told, of: [...new Set([...told.of, ...of])] });
    }
    return new Map([...newest].sort(([, a], [, b]) => b.at.getTime() - a.at.getTime()));
  }

  async react(personId: string, listingKey: string, verdict: Verdict, note: string): Promise<void> {
    const { client, agent } = await this.guardTold(personId, listingKey);
    const reaction = { clientId: client.id, personId, listingKey, verdict, note: note.trim(), at: this.clock.date() };
    await this.responses.reacted(reaction);
    await this.events.say(agent.id, 'reaction');
  }

  /** The household's own order of a shared shortlist. */
  async orderShared(personId: string, id: string, keys: readonly string[]): Promise<void> {
    const { client, agent } = await this.clients.person(personId);
    await this.shortlists.orderByHousehold(client.id, id, keys);
    await this.events.say(agent.id, 'reaction');
  }

  /** Takes a home off a shared shortlist, which says that it is not for the reader, or puts it back. */
  async dropShared(personId: string, id: string, listingKey: string, dropped: boolean): Promise<void> {
    const { person, client, agent } = await this.clients.person(personId);
    await this.shortlists.dropByHousehold(client.id, id, listingKey, dropped, firstName(person.name));
    if (dropped) {
      const note = (await this.responses.reactionOf(personId, listingKey))?.note ?? '';
      const at = this.clock.date();
      await this.responses.reacted({ clientId: client.id, personId, listingKey, verdict: 'notForUs', note, at });
    }
    await this.events.say(agent.id, 'reaction');
  }

  async askToSee(personId: string, listingKey: string, wish: string): Promise<void> {
    const { client, agent } = await this.guardTold(personId, listingKey);
    await this.showings.ask(agent.id, client.id, listingKey, wish.trim());
    await this.events.say(agent.id, 'showing');
  }

  /** The facts of a home that the public record states otherwise, by name only: what it states is the agent's. */
  async toVerify(personId: string, listingKey: string): Promise<FactsToVerify> {
    await this.guardTold(personId, listingKey);
    return this.verified.of(await this.listings.forOthers(listingKey), 'client');
  }

  async openHome(personId: string, listingKey: string): Promise<void> {
    const { person, client, agent } = await this.guardTold(personId, listingKey);
    if (!person.countsVisits) return;
    await this.responses.visited({ clientId: client.id, personId, listingKey, at: this.clock.date() });
    await this.events.say(agent.id, 'visit');
  }

  shareReactions(personId: string, shared: boolean): Promise<void> {
    return this.clients.setReactionsShared(personId, shared);
  }

  countVisits(personId: string, counted: boolean): Promise<void> {
    return this.clients.setVisitsCounted(personId, counted);
  }

  stop(personId: string): Promise<void> {
    return this.clients.stopPerson(personId);
  }

  /** A link's reader sees and answers only for homes that were told to their household. */
  async guardTold(personId: string, listingKey: string): Promise<PortalReader> {
    const owner = await this.clients.person(personId);
    const items = await this.database.query<unknown[]>(
      `SELECT 1 FROM searches search JOIN alert_items item ON item.searchId = search.id AND item.listingKey = ?
         WHERE search.clientId = ? AND item.toldAt IS NOT NULL LIMIT 1`,
      [listingKey, owner.client.id],
    );
    const told =
      items.length > 0 ||
      (await this.sent.has(owner.client.id, listingKey)) ||
      (await this.shortlists.isSharedWith(owner.client.id, listingKey));
    found(told ? true : null, 'home in this portal');
    return owner;
  }
}

/** A home as a client may see it. */
export function cardOf(record: ListingRecord): PortalCard {
  const listing = forAudience(record, 'client');
  return { listing, address: addressShown(listing) };
}

/** A visit as its client knows it: what the agent and an office settle among themselves is waited for. */
function visitShown({ state, startAt, minutes }: ShowingRow): PortalHome['showing'] {
  return { state: state === 'countered' ? 'proposed' : state, startAt: startAt?.toISOString() ?? null, minutes };
}
