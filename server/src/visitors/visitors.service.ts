import { Inject, Injectable } from '@nestjs/common';
import type { OwnPage, VisitorCadence, VisitorHomes, VisitorPage } from '@perambula/contract';
import { addressShown, forAudience, mayShow, sentenceOf } from '@perambula/core';
import { DataSource } from 'typeorm';
import { ClientRow, ClientsService, ConfirmationsService, PersonRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { EventsService } from '../events/index.js';
import { ListingsService } from '../listings/index.js';
import { AlertRow } from '../schedules/index.js';
import { SavedSearches, SearchDocuments, SearchesService } from '../searches/index.js';
import { AgentRow } from '../sessions/index.js';
import { TimelineEntries } from '../timelineEntries/index.js';
import { visitorSearch } from './visitorSearch.js';

/** Homes are counted up to so many. */
const MOST_COUNTED = 5_000;
const CARDS_AT_A_TIME = 12;
/** Strangers who have not confirmed their address, of one day and one agent. */
const MOST_UNCONFIRMED_A_DAY = 30;
const DAY_MS = 86_400_000;
const SEARCH_NAME = 'Their own wishes';
/** Which homes of those on the market nobody may be shown is read anew so often. */
const HIDDEN_FOR_MS = 60_000;

/** The page of an agent for whoever comes of their own accord: homes as anybody may see them, and the wish to hear of more. */
@Injectable()
export class VisitorsService {
  private hidden: { readonly at: number; readonly keys: ReturnType<ListingsService['hiddenFromAll']> } | null = null;

  constructor(
    private readonly database: DataSource,
    private readonly clients: ClientsService,
    private readonly clock: Clock,
    private readonly confirmations: ConfirmationsService,
    private readonly documents: SearchDocuments,
    private readonly entries: TimelineEntries,
    private readonly events: EventsService,
    private readonly listings: ListingsService,
    private readonly saved: SavedSearches,
    private readonly searches: SearchesService,
    @Inject(CONFIG) private readonly config: Pick<Config, 'publicUrl'>,
  ) {}

  async page(pageName: string): Promise<VisitorPage> {
    const { name, phone, email, officeName, postalAddress, licenseNumber } = await this.agentOf(pageName);
    const towns = (await this.searches.choices())['City'] ?? [];
    return {
      agent: { name, phone, email, officeName, postalAddress, licenseNumber },
      towns: towns.map(({ value }) => value).sort((a, b) => a.localeCompare(b)),
      now: this.clock.date().toISOString(),
    };
  }

  async homes(pageName: string, document: unknown, offset: number): Promise<VisitorHomes> {
    await this.agentOf(pageName);
    const search = visitorSearch(await this.documents.read(document));
    const { total, keys } = await this.searches.first('', search, MOST_COUNTED);
    const hidden = await this.hiddenOnes();
    // where a home stands that shows no address is told by no outline either
    const isByPlace = search.bounds.length > 0;
    const shown = keys.filter((key) => !hidden.homes.has(key) && !(isByPlace && hidden.places.has(key)));
    const some = shown.slice(offset, offset + CARDS_AT_A_TIME);
    const records = await this.listings.byKeys(some);
    const cards = some.flatMap((key) => {
      const record = records.get(key);
      if (!record || !mayShow(record, 'public')) return [];
      const listing = forAudience(record, 'public');
      return [{ listing, address: addressShown(listing) }];
    });
    return { fit: shown.length, isMore: total > keys.length, cards };
  }

  /**
   * Somebody wants to hear of homes. Their file, search and alert stand ready, and nothing but the question whether the
   * address is theirs goes to it. What is answered tells nobody whether an address is known here.
   */
  async ask(
    pageName: string,
    body: { readonly name: string; readonly email: string; readonly search: unknown; readonly cadence: VisitorCadence },
  ): Promise<void> {
    const agent = await this.agentOf(pageName);
    const search = visitorSearch(await this.documents.read(body.search));
    const email = body.email.trim().toLowerCase();
    const known = await this.knownAt(agent.id, email);
    if (known) {
      const text = `Somebody gave ${email} on your page, and asked for: ${sentenceOf(search)}`;
      await this.entries.add({ clientId: known.clientId, personId: known.id, kind: 'person', text: text.slice(0, 2000) });
      if (!known.confirmedAt) await this.askAgain(agent, known);
      return;
    }
    await this.guardMany(agent.id);
    const clientId = await this.clients.create(agent.id, body.name, [{ name: body.name, email }], 'page');
    const { id: searchId } = await this.saved.create(agent.id, { name: SEARCH_NAME, clientId, document: search });
    await inTransaction(this.database, async (manager) => {
      await manager.insert(AlertRow, { ...this.alert(body.cadence), searchId });
      const person = await manager.findOneByOrFail(PersonRow, { clientId });
      await this.confirmations.askVisitor(manager, agent, person);
    });
    await this.events.say(agent.id, 'visit');
  }

  own({ pageName }: Pick<AgentRow, 'pageName'>): OwnPage {
    return { address: pageName === null ? null : `${this.config.publicUrl}/with/${pageName}` };
  }

  /** A page that is opened again has the address that it had, or else one by the agent's name. */
  async setOpen(agent: AgentRow, isOpen: boolean): Promise<OwnPage> {
    const pageName = isOpen ? (agent.pageName ?? (await this.freeName(agent.name))) : null;
    await this.database.getRepository(AgentRow).update({ id: agent.id }, { pageName });
    return this.own({ pageName });
  }

  private async agentOf(pageName: string): Promise<AgentRow> {
    return found(await this.database.getRepository(AgentRow).findOneBy({ pageName }), 'page');
  }

  private async freeName(name: string): Promise<string> {
    const plain = name
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 50);
    for (let n = 1; ; n++) {
      const pageName = [plain || 'agent', ...(n > 1 ? [n] : [])].join('-');
      if (!(await this.database.getRepository(AgentRow).existsBy({ pageName }))) return pageName;
    }
  }

  private knownAt(agentId: string, email: string): Promise<PersonRow | null> {
    return this.database
      .getRepository(PersonRow)
      .createQueryBuilder('person')
      .innerJoin(ClientRow, 'client', 'client.id = person.clientId AND client.agentId = :agentId', { agentId })
      .where('person.email = :email', { email })
      .orderBy('person.leftAt IS NULL', 'DESC')
      .getOne();
  }

  /** The question may have been lost, or overlooked; where it may not be asked again, that is nobody's to know here. */
  private async askAgain(agent: AgentRow, { clientId, id }: PersonRow): Promise<void> {
    try {
      await this.confirmations.ask(agent, clientId, id);
    } catch (error) {
      if (!(error instanceof Failure)) throw error;
    }
  }

  private async guardMany(agentId: string): Promise<void> {
    const since = new Date(this.clock.now() - DAY_MS);
    const [row] = await this.database.query<{ n: string }[]>(
      `SELECT COUNT(*) AS n FROM clients c JOIN people p ON p.clientId = c.id
         WHERE c.agentId = ? AND c.cameBy = 'page' AND c.createdAt > ? AND p.confirmedAt IS NULL`,
      [agentId, since],
    );
    if (Number(row?.n) >= MOST_UNCONFIRMED_A_DAY)
      throw new Failure('request.tooMany', 'Many people asked today. Telephone the agent, or try again tomorrow.');
  }

  private alert(cadence: VisitorCadence): Omit<AlertRow, 'searchId'> {
    const now = this.clock.date();
    return {
      cadence,
      tell: ['new', 'priceDown', 'backOnMarket'],
      leastPercent: 0,
      newsOnly: false,
      held: false,
      holdIf: [],
      tellsOffices: false,
      subject: '',
      greeting: '',
      state: 'running',
      startedAt: now,
      // written when the address is confirmed
      nextDueAt: null,
      pausedUntil: null,
      introduced: false,
      sinceSequence: 0,
    };
  }

  private hiddenOnes(): ReturnType<ListingsService['hiddenFromAll']> {
    const now = Date.now();
    if (!this.hidden || now - this.hidden.at > HIDDEN_FOR_MS) {
      const keys = this.listings.hiddenFromAll();
      // what could not be read is asked for again
      keys.catch(() => (this.hidden = null));
      this.hidden = { at: now, keys };
    }
    return this.hidden.keys;
  }
}
