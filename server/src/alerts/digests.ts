import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import {
  addressShown,
  filledIn,
  fits,
  forAudience,
  heldFor,
  inReach,
  judge,
  mayShow,
  nextDue,
  overCeiling,
  standingOf,
} from '@perambula/core';
import type { Hours, ListingRecord, Placeholder, Search, ShownTo } from '@perambula/core';
import { DataSource, In, IsNull, LessThanOrEqual } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { ClientRow, ClientsService, firstName, hoursOf, LinksService } from '../clients/index.js';
import type { PersonRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { found } from '../common/failure.js';
import { someAtOnce } from '../common/someAtOnce.js';
import { ListingRow, ListingsService, SequenceRow } from '../listings/index.js';
import { letterHome, MailService, toPerson } from '../mail/index.js';
import type { Letter } from '../mail/index.js';
import { CountyContext } from '../roads/index.js';
import { AlertRow } from '../schedules/index.js';
import { SearchRow } from '../searches/index.js';
import { AgentRow } from '../sessions/index.js';
import { AlertItemRow, NOT_TOLD, WAS_TOLD } from './alert.entity.js';
import { insertOnce, lockMatching } from './matcher.js';
import { OfficeInterest } from './officeInterest.js';

const MOST_HOMES_A_MESSAGE = 6;
/** Messages that are written at once: while one waits for the database, another is composed. */
const AT_ONCE = 5;

/** A home that a message tells, as it may tell it, and why. */
export interface DigestItem {
  readonly listing: ShownTo<'message'>;
  readonly why: string;
  /** What the agent says of it. */
  readonly words: string;
}

/** When a home was told to a household last. */
interface ToldLast {
  readonly byAny: ReadonlyMap<string, Date>;
  /** By its other alerts, or chosen and sent by hand. */
  readonly byOthers: ReadonlyMap<string, Date>;
}

/** Writes the messages that are due. A digest claims its items and writes to the outbox in one transaction. */
@Injectable()
export class Digests {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly context: CountyContext,
    private readonly clients: ClientsService,
    private readonly links: LinksService,
    private readonly mail: MailService,
    private readonly listings: ListingsService,
    private readonly interest: OfficeInterest,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async run(): Promise<void> {
    try {
      await this.resume();
    } finally {
      await this.writeDue();
    }
  }

  private async writeDue(): Promise<void> {
    const due = await this.database
      .getRepository(AlertRow)
      .find({ select: { searchId: true }, where: { state: 'running', nextDueAt: LessThanOrEqual(this.clock.date()) } });
    await someAtOnce(AT_ONCE, due, ({ searchId }) => this.database.transaction((manager) => this.write(manager, searchId)));
  }

  /** Those run again that were paused until now; what came meanwhile is told at their usual time. */
  private async resume(): Promise<void> {
    const over = await this.database
      .getRepository(AlertRow)
      .find({ select: { searchId: true }, where: { state: 'paused', pausedUntil: LessThanOrEqual(this.clock.date()) } });
    await someAtOnce(AT_ONCE, over, ({ searchId }) => this.database.transaction((manager) => this.resumeOne(manager, searchId)));
  }

  private async resumeOne(manager: EntityManager, searchId: string): Promise<void> {
    const alert = await manager.findOne(AlertRow, { where: { searchId }, lock: { mode: 'pessimistic_write' } });
    if (alert?.state !== 'paused' || !alert.pausedUntil || alert.pausedUntil.getTime() > this.clock.now()) return;
    const hours = await this.hoursOf(manager, await manager.findOneByOrFail(SearchRow, { id: searchId }));
    const due = nextDue(alert.cadence, alert.pausedUntil.getTime(), hours, alert.startedAt.getTime());
    await manager.update(AlertRow, { searchId }, { state: 'running', pausedUntil: null, nextDueAt: new Date(due) });
  }

  /** When the household of a search may be written to. */
  async hoursOf(manager: EntityManager, { clientId }: Pick<SearchRow, 'clientId'>): Promise<Hours> {
    return hoursOf(clientId ? await manager.findOneBy(ClientRow, { id: clientId }) : null, this.config.zone);
  }

  private async write(manager: EntityManager, searchId: string): Promise<void> {
    const alert = await manager.findOne(AlertRow, { where: { searchId }, lock: { mode: 'pessimistic_write' } });
    const now = this.clock.now();
    if (!alert || alert.state !== 'running' || !alert.nextDueAt || alert.nextDueAt.getTime() > now) return;
    // both are held before the first plain read, which is what the database's snapshot begins with: another alert of this
    // household would else tell the same home meanwhile, and a change that is matched between that snapshot and this
    // transaction's end would see an alert without its first message, and pass it over
    const [client = null] = await manager.query<Pick<ClientRow, 'timeZone' | 'quietFrom' | 'quietUntil'>[]>(
      'SELECT c.timeZone, c.quietFrom, c.quietUntil FROM searches s JOIN clients c ON c.id = s.clientId WHERE s.id = ? FOR UPDATE',
      [searchId],
    );
    if (!alert.introduced) await lockMatching(manager);
    const search = await manager.findOneByOrFail(SearchRow, { id: searchId });
    const hours = hoursOf(client, this.config.zone);
    // these may have been changed since it was said when it is due
    const quietOver = nextDue('atOnce', now, hours, now);
    if (quietOver > now) {
      await manager.update(AlertRow, { searchId }, { nextDueAt: new Date(quietOver) });
      return;
    }
    const readers = search.clientId ? await this.clients.readersOf(search.clientId) : [];
    // with nobody to read it, the news is kept until somebody's address is confirmed
    if (search.clientId && readers.length > 0) {
      if (!alert.introduced) alert.sinceSequence = await this.begin(manager, alert, search);
      await this.tell(manager, alert, search, readers, hours);
      alert.introduced = true;
    }
    const { introduced, sinceSequence, cadence } = alert;
    const next = nextDue(cadence, cadence === 'atOnce' ? now + 60_000 : now, hours, alert.startedAt.getTime());
    await manager.update(AlertRow, { searchId }, { introduced, sinceSequence, nextDueAt: new Date(next) });
  }

  /** The first message tells all that fits, if it should. Gives the sequence number from which on changes are news. */
  private async begin(manager: EntityManager, { newsOnly }: AlertRow, search: SearchRow): Promise<number> {
    // both reads see one snapshot of the database, so no change falls between them
    const { value } = await manager.findOneByOrFail(SequenceRow, { id: 1 });
    if (newsOnly) return value;
    const context = this.context.now();
    const fitting = (await this.listings.inReach([search.document], manager))
      .filter((record) => fits(search.document, record, context))
      .sort(freshestFirst);
    await insertOnce(
      manager,
      fitting.map((record) => ({
        searchId: search.id,
        listingKey: record.ListingKey,
        sequence: 0,
        kind: 'new',
        at: this.clock.date(),
        why: firstWhy(record),
      })),
    );
    return value;
  }

  private async tell(
    manager: EntityManager,
    alert: AlertRow,
    search: SearchRow,
    readers: readonly PersonRow[],
    hours: Hours,
  ): Promise<void> {
    const items = await manager.find(AlertItemRow, {
      where: { searchId: alert.searchId, digestId: IsNull(), dropped: IsNull() },
      order: { at: 'ASC', id: 'ASC' },
    });
    if (items.length === 0) return;
    const rows = await manager.findBy(ListingRow, { listingKey: In([...new Set(items.map(({ listingKey }) => listingKey))]) });
    const records = new Map(rows.filter(({ removed }) => !removed).map(({ listingKey, data }) => [listingKey, data]));
    const digestId = randomUUID();
    const last = await this.toldLast(manager, search, [...records.keys()]);
    for (const item of items) {
      const record = records.get(item.listingKey);
      item.dropped = record
        ? (this.whyNot(search.document, item, record) ?? whyToldAlready(item, last))
        : 'no longer in the feed';
      if (!item.dropped) Object.assign(item, { digestId, toldAt: this.clock.date() });
    }
    await this.keep(manager, items);
    const told = items.filter(({ dropped }) => !dropped);
    if (told.length === 0) return;
    const searches = alert.holdIf.includes('overCeiling') ? await this.searchesOf(manager, search) : [];
    const homes = [...new Set(told.map(({ listingKey }) => listingKey))].map((key) => ({
      status: records.get(key)?.['StandardStatus'],
      wasToldBefore: last.byAny.has(key),
      isOverCeiling: overCeiling(records.get(key) as ListingRecord, searches) !== null,
    }));
    const state = alert.held || heldFor(alert.holdIf, homes).length > 0 ? 'held' : 'queued';
    await this.address(manager, { alert, search, readers, hours, told: gathered(told, records), digestId, state });
    if (alert.tellsOffices && state === 'queued') await this.interest.tell(manager, search, told, records);
  }

  /** All that a search's household looks for. */
  private async searchesOf(manager: EntityManager, { clientId }: Pick<SearchRow, 'clientId'>): Promise<Search[]> {
    const rows = clientId ? await manager.find(SearchRow, { select: { document: true }, where: { clientId } }) : [];
    return rows.map(({ document }) => document);
  }

  /** When each of some homes was told to a search's household last. */
  async toldLast(
    manager: EntityManager,
    { id, clientId }: Pick<SearchRow, 'id' | 'clientId'>,
    keys: readonly string[],
  ): Promise<ToldLast> {
    if (keys.length === 0) return { byAny: new Map(), byOthers: new Map() };
    const rows = await manager.query<{ listingKey: string; isOther: 0 | 1 | '0' | '1'; at: Date }[]>(
      `SELECT listingKey, isOther, MAX(at) AS at FROM (
         SELECT i.listingKey, i.searchId <> ? AS isOther, i.toldAt AS at FROM alert_items i
           JOIN searches s ON s.id = i.searchId
           WHERE s.clientId = ? AND i.listingKey IN (?) AND ${WAS_TOLD}
         UNION ALL
         SELECT listingKey, 1, at FROM sent_homes WHERE clientId = ? AND listingKey IN (?)
       ) AS told GROUP BY listingKey, isOther ORDER BY at`,
      [id, clientId, keys, clientId, keys],
    );
    const others = rows.filter(({ isOther }) => Number(isOther) === 1);
    const byKey = (told: typeof rows): Map<string, Date> => new Map(told.map(({ listingKey, at }) => [listingKey, at]));
    return { byAny: byKey(rows), byOthers: byKey(others) };
  }

  /** Keeps what became of each item, all of the same fate at once. */
  private async keep(manager: EntityManager, items: readonly AlertItemRow[]): Promise<void> {
    for (const fate of new Set(items.map(({ dropped }) => dropped))) {
      const alike = items.filter(({ dropped }) => dropped === fate);
      const [{ digestId, toldAt, dropped }] = alike as [AlertItemRow];
      await manager.update(AlertItemRow, { id: In(alike.map(({ id }) => id)) }, { digestId, toldAt, dropped });
    }
  }

  /** Every item is looked at again when its message is written. */
  private whyNot(search: Search, { kind }: AlertItemRow, record: ListingRecord): string | null {
    if (!mayShow(record, 'message')) return 'the seller allows no display on the internet';
    // what was sold fits no more
    if (kind === 'sold') return null;
    if (!inReach(search, record)) return `now ${String(record['StandardStatus'])}`;
    return standingOf(judge(search, record, this.context.now())) === 'fit' ? null : 'no longer fits';
  }

  private async address(manager: EntityManager, digest: Digest): Promise<void> {
    const { alert, search, readers, hours, told, digestId, state } = digest;
    const agent = await manager.findOneByOrFail(AgentRow, { id: search.agentId });
    const clientId = found(search.clientId, 'client');
    for (const person of readers) {
      const values = valuesOf(person.name, search.name, told);
      const [portalUrl, stopUrl] = await this.links.make(manager, person.id, 'portal', 'stop');
      await this.mail.write(manager, {
        ...toPerson(agent, clientId, person),
        subject: subjectOf(alert, values, told),
        letter: this.letter(alert, values, agent, told, portalUrl, stopUrl),
        state,
        ...this.afterQuiet(person, hours),
        digestId,
        kind: 'digest',
      });
    }
  }

  /** A copy to somebody in another time zone waits until it is not night there, either. */
  private afterQuiet({ timeZone }: PersonRow, hours: Hours): { notBefore?: Date } {
    const now = this.clock.now();
    const over = timeZone ? nextDue('atOnce', now, { ...hours, zone: timeZone }, now) : now;
    return over > now ? { notBefore: new Date(over) } : {};
  }

  /** The letter as it will arrive, for the outbox and for the preview alike. */
  letter(
    alert: Pick<AlertRow, 'greeting'>,
    values: PlaceholderValues,
    agent: AgentRow,
    told: readonly DigestItem[],
    portalUrl: string,
    stopUrl: string,
  ): Letter {
    const shown = told.slice(0, MOST_HOMES_A_MESSAGE);
    const more = told.length - shown.length;
    return {
      greeting: `Hello ${values.name},`,
      paragraphs: alert.greeting.trim() ? [filledIn(alert.greeting.trim(), values)] : [],
      homes: shown.map(({ listing, why, words }) => ({ ...letterHome(listing, why, portalUrl, this.config), words })),
      button: { label: more > 0 ? `See these and ${more} more` : 'See them and say what you think', url: portalUrl },
      agent,
      stopUrl,
    };
  }
}

/** A message as it is addressed to each of a household. */
interface Digest {
  readonly alert: AlertRow;
  readonly search: SearchRow;
  readonly readers: readonly PersonRow[];
  /** When the household may be written to. */
  readonly hours: Hours;
  readonly told: readonly DigestItem[];
  readonly digestId: string;
  readonly state: 'queued' | 'held';
}

/** A message's homes, each once with all its news, in the order of what came first. */
export function gathered(items: readonly AlertItemRow[], records: ReadonlyMap<string, ListingRecord>): DigestItem[] {
  const homes = new Map<string, DigestItem>();
  for (const { listingKey, why, words } of items) {
    const [record, before] = [records.get(listingKey), homes.get(listingKey)];
    if (!record) continue;
    homes.set(listingKey, {
      listing: forAudience(record, 'message'),
      why: before ? `${before.why}, ${why.toLowerCase()}` : why,
      words: before?.words || words,
    });
  }
  return [...homes.values()];
}

/** Whether the household learned of it otherwise: of a home that fits, ever; of news, since it happened. */
function whyToldAlready({ listingKey, sequence, at }: AlertItemRow, { byOthers }: ToldLast): string | null {
  const last = byOthers.get(listingKey);
  return last && (sequence === 0 || last >= at) ? NOT_TOLD.already : null;
}

/** The order of an alert's first message, which shows only some of its homes: those that changed last come first. */
export function freshestFirst(a: ListingRecord, b: ListingRecord): number {
  return String(a['StatusChangeTimestamp']) < String(b['StatusChangeTimestamp']) ? 1 : -1;
}

/** Why a home stands in an alert's first message. */
export function firstWhy(record: ListingRecord): string {
  return record['StandardStatus'] === 'Coming Soon' ? 'Coming soon' : 'On the market';
}

/** What is filled in for the placeholders of one reader's message. */
type PlaceholderValues = Readonly<Record<Placeholder, string>>;

export function valuesOf(personName: string, search: string, told: readonly DigestItem[]): PlaceholderValues {
  return { name: firstName(personName), search, homes: `${told.length} ${told.length === 1 ? 'home' : 'homes'}` };
}

/** "Near the ferry: 27 homes to start with", or what the agent wrote. */
export function subjectOf(
  alert: Pick<AlertRow, 'subject' | 'introduced'>,
  values: PlaceholderValues,
  told: readonly DigestItem[],
): string {
  if (alert.subject.trim()) return filledIn(alert.subject, values);
  const [first] = told;
  if (alert.introduced && told.length === 1 && first) return `${first.why}: ${addressShown(first.listing)}`;
  return `${values.search}: ${values.homes}${alert.introduced ? '' : ' to start with'}`;
}
