import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { OfficeAnswered, Showing } from '@perambula/contract';
import { dayNumber, freeOf, positionOf, readInstructions, today } from '@perambula/core';
import type { ListingRecord, TimeSpan } from '@perambula/core';
import { DateTime } from 'luxon';
import { DataSource, In, MoreThan } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { ClientsService, isCovered } from '../clients/index.js';
import type { ClientRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { ListingsService } from '../listings/index.js';
import type { AgentRow } from '../sessions/index.js';
import { clashesAmong, EXPECTED } from './clashes.js';
import { freeTimes } from './freeTimes.js';
import { hoursOn, minutesOn } from './hoursOn.js';
import { Invitations } from './invitations.js';
import { OfficeRequests } from './office.requests.js';
import { ShowingRow } from './showing.entity.js';

const VISIT_MINUTES = 30;
const MOST_TIMES = 6;

@Injectable()
export class ShowingsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
    private readonly requests: OfficeRequests,
    private readonly invitations: Invitations,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async list(agentId: string): Promise<Showing[]> {
    const rows = await this.database.getRepository(ShowingRow).find({ where: { agentId }, order: { createdAt: 'DESC' } });
    const [records, everyone] = await Promise.all([
      this.listings.byKeys(rows.map(({ listingKey }) => listingKey)),
      this.clients.all(agentId, { archived: true }),
    ]);
    const clients = new Map(everyone.map((client) => [client.id, client]));
    const clashes = await this.clashesOf(agentId);
    return rows.map((row): Showing => {
      const record = records.get(row.listingKey);
      const client = clients.get(row.clientId);
      const position = record ? positionOf(record) : null;
      const day = row.startAt ? this.dayOf(row.startAt) : today(this.clock.time());
      return {
        id: row.id,
        clientId: row.clientId,
        clientName: client?.name ?? '',
        listingKey: row.listingKey,
        address: String(record?.['UnparsedAddress'] ?? row.listingKey),
        price: Number(record?.['ListPrice'] ?? 0),
        longitude: position?.[0] ?? null,
        latitude: position?.[1] ?? null,
        status: String(record?.['StandardStatus'] ?? ''),
        state: row.state,
        startAt: row.startAt?.toISOString() ?? null,
        offeredAt: row.offeredAt?.toISOString() ?? null,
        askedOfficeAt: row.askedOfficeAt?.toISOString() ?? null,
        isInvited: row.isInvited,
        clash: clashes.get(row.id) ?? null,
        minutes: row.minutes,
        wish: row.wish,
        answer: row.answer,
        agreementSigned: client !== undefined && isCovered(client, day),
        showingInstructions: String(record?.['ShowingInstructions'] ?? ''),
        agentMobile: String(record?.['ListAgentMobilePhone'] ?? ''),
      };
    });
  }

  /** What else an agent has at the times of the visits to come, by the visits' ids, where there is anything. */
  async clashesOf(agentId: string): Promise<Map<string, string>> {
    const rows = await this.database
      .getRepository(ShowingRow)
      .find({ where: { agentId, state: In([...EXPECTED]), startAt: MoreThan(this.clock.date()) } });
    const names = new Map((await this.clients.all(agentId, { archived: true })).map(({ id, name }) => [id, name]));
    const records = await this.listings.byKeys(rows.map(({ listingKey }) => listingKey));
    const named = rows.map((row) => ({
      ...row,
      client: names.get(row.clientId) ?? 'another client',
      address: String(records.get(row.listingKey)?.['UnparsedAddress'] ?? row.listingKey),
    }));
    return clashesAmong(named);
  }

  ofClient(clientId: string): Promise<ShowingRow[]> {
    return this.ofClients([clientId]);
  }

  /** The latest asked for first. */
  ofClients(clientIds: readonly string[]): Promise<ShowingRow[]> {
    return this.database
      .getRepository(ShowingRow)
      .find({ where: { clientId: In([...clientIds]) }, order: { createdAt: 'DESC' } });
  }

  /** When an agent could show a client a home within the next days. */
  async freeTimes(agentId: string, { busy }: Pick<ClientRow, 'busy'>): Promise<Date[]> {
    const canBeSeen = (at: DateTime): boolean => {
      const from = minutesOn(at.startOf('day'), at.toJSDate());
      const span = { from, until: from + VISIT_MINUTES };
      return isWithin(freeOf([span], busy ?? [], at.weekday), span);
    };
    return freeTimes(this.clock.date(), this.config.zone, await this.taken(agentId, null), { canBeSeen });
  }

  /** The same of one showing's home, at hours when it can be seen; of one that is open houses only, those. */
  async timesOf(agentId: string, id: string): Promise<Date[]> {
    const { listingKey, minutes, clientId } = await this.own(agentId, id);
    const record = (await this.listings.byKeys([listingKey])).get(listingKey);
    const rules = readInstructions(String(record?.['ShowingInstructions'] ?? ''));
    const now = this.clock.date();
    if (rules.isOpenHouseOnly)
      return (await this.listings.openHousesOf(listingKey))
        .filter(({ startsAt, status }) => status !== 'Canceled' && Date.parse(startsAt) > now.getTime())
        .map(({ startsAt }) => new Date(startsAt))
        .slice(0, MOST_TIMES);
    const { busy } = await this.clients.own(agentId, clientId);
    const canBeSeen = (at: DateTime): boolean => {
      const day = at.startOf('day');
      const from = minutesOn(day, at.toJSDate());
      const { open } = hoursOn({
        ...{ rules, day, now, openHouses: [], hours: null, agreed: null, isPassedBy: false, isAsked: false },
        busy: busy ?? [],
      });
      return isWithin(open, { from, until: from + minutes });
    };
    return freeTimes(now, this.config.zone, await this.taken(agentId, id), { most: MOST_TIMES, canBeSeen });
  }

  /** When the agent's visits begin that are still to come, but for one. */
  private async taken(agentId: string, but: string | null): Promise<Date[]> {
    const rows = await this.database
      .getRepository(ShowingRow)
      .find({ where: { agentId, state: In([...EXPECTED]), startAt: MoreThan(this.clock.date()) } });
    return rows.flatMap(({ id, startAt }) => (id === but ? [] : (startAt ?? [])));
  }

  /** A client's or agent's wish to see a home; a wish that still waits is changed, not doubled. */
  async ask(agentId: string, clientId: string, listingKey: string, wish: string): Promise<string> {
    await this.listings.forOthers(listingKey);
    const showings = this.database.getRepository(ShowingRow);
    const waiting = await showings.findOneBy({ clientId, listingKey, state: 'asked' });
    if (waiting) {
      await showings.update({ id: waiting.id }, { wish });
      return waiting.id;
    }
    const id = randomUUID();
    await showings.insert({
      id,
      agentId,
      clientId,
      listingKey,
      state: 'asked',
      ...{ startAt: null, offeredAt: null, askedOfficeAt: null, remindedAt: null, toldBeforeAt: null },
      askedAfterAt: null,
      minutes: VISIT_MINUTES,
      wish,
      answer: '',
      requestHash: null,
      revision: 0,
      createdAt: this.clock.date(),
    });
    return id;
  }

  /** Asks the listing office for a time, which it answers by itself. Without a signed agreement it warns, and goes on only when told to. */
  async propose(agent: AgentRow, id: string, startAt: Date, withoutAgreement: boolean, minutes?: number): Promise<void> {
    const record = await this.recordOf(await this.own(agent.id, id));
    await inTransaction(this.database, async (manager) => {
      const showing = await this.locked(manager, agent.id, id);
      await this.guardTime(showing, record, startAt, withoutAgreement);
      const proposed = {
        ...showing,
        state: 'proposed' as const,
        ...{ startAt, offeredAt: null, remindedAt: null, toldBeforeAt: null, askedAfterAt: null },
        askedOfficeAt: this.clock.date(),
        minutes: minutes ?? showing.minutes,
        answer: '',
        revision: showing.revision + 1,
      };
      await manager.save(ShowingRow, proposed);
      await this.requests.ask(manager, proposed, record, agent);
    });
  }

  /** Takes the other time that the listing office offers, and tells the office, and whoever has the visit in a calendar. */
  async accept(agent: AgentRow, id: string, withoutAgreement: boolean): Promise<void> {
    const record = await this.recordOf(await this.own(agent.id, id));
    await inTransaction(this.database, async (manager) => {
      const showing = await this.locked(manager, agent.id, id);
      if (showing.state !== 'countered' || !showing.offeredAt)
        throw new Failure(
          'showing.noOffer',
          'The listing office offers no other time for this showing any more. Reload the page.',
        );
      await this.guardTime(showing, record, showing.offeredAt, withoutAgreement);
      Object.assign(showing, {
        state: 'confirmed',
        ...{ startAt: showing.offeredAt, offeredAt: null, toldBeforeAt: null, askedAfterAt: null },
        answer: `${String(record['ListOfficeName'] ?? 'The listing office')} offered this time; you took it.`.slice(0, 300),
        revision: showing.revision + 1,
      });
      await manager.save(showing);
      await this.requests.agree(manager, showing, record, agent);
      await this.invitations.tellChange(manager, showing);
    });
  }

  /** Keeps what a listing office said by telephone. */
  async noteAnswer(agentId: string, id: string, answered: OfficeAnswered): Promise<void> {
    await inTransaction(this.database, async (manager) => {
      const showing = await this.locked(manager, agentId, id);
      if (!['proposed', 'countered', 'confirmed', 'refused'].includes(showing.state) || !showing.startAt)
        throw new Failure(
          'showing.noOffer',
          'No time has been asked for yet. Propose one first, then note what the office says.',
        );
      const record = (await this.listings.byKeys([showing.listingKey])).get(showing.listingKey);
      await this.requests.settle(manager, showing, record, answered, ' by telephone');
    });
  }

  /** Asks a listing office once more that has not answered. */
  async remind(agent: AgentRow, id: string): Promise<void> {
    const record = await this.recordOf(await this.own(agent.id, id));
    await inTransaction(this.database, async (manager) => {
      const showing = await this.locked(manager, agent.id, id);
      if (showing.state !== 'proposed' || !showing.startAt || showing.startAt.getTime() <= this.clock.now())
        throw new Failure('showing.noOffer', 'This showing waits for no answer any more. Reload the page.');
      await this.requests.remind(manager, showing, record, agent);
      await manager.update(ShowingRow, { id }, { remindedAt: this.clock.date() });
    });
  }

  /** @throws Failure where a home cannot be shown at a time, or not without being told so */
  private async guardTime(showing: ShowingRow, record: ListingRecord, at: Date, withoutAgreement: boolean): Promise<void> {
    if (at.getTime() <= this.clock.now())
      throw new Failure('showing.past', 'That time is past. Choose a later one.', { path: 'startAt' });
    this.guardComingSoon(record, at);
    if (!withoutAgreement && !(await this.clients.isAgreed(showing.clientId, this.dayOf(at)))) {
      throw new Failure(
        'agreement.missing',
        'There is no signed buyer agreement for that day. Enter it in the client’s file, or book all the same.',
        { goOnWith: { withoutAgreement: true } },
      );
    }
  }

  /** Cancels a visit; a listing office that was asked, and has not refused, is told, and whoever has it in a calendar. */
  async cancel(agent: AgentRow, id: string): Promise<void> {
    const { listingKey } = await this.own(agent.id, id);
    const record = (await this.listings.byKeys([listingKey])).get(listingKey);
    await inTransaction(this.database, async (manager) => {
      const showing = await this.locked(manager, agent.id, id);
      const isAhead = (showing.startAt?.getTime() ?? 0) > this.clock.now();
      const isExpected = EXPECTED.has(showing.state) && isAhead;
      if (showing.state === 'canceled') return;
      Object.assign(showing, { state: 'canceled', offeredAt: null, requestHash: null, revision: showing.revision + 1 });
      await manager.save(showing);
      if (isExpected && record) await this.requests.cancel(manager, showing, record, agent);
      if (isAhead) await this.invitations.tellChange(manager, showing);
    });
  }

  private async own(agentId: string, id: string): Promise<ShowingRow> {
    return found(await this.database.getRepository(ShowingRow).findOneBy({ id, agentId }), 'showing');
  }

  private async recordOf({ listingKey }: ShowingRow): Promise<ListingRecord> {
    return found((await this.listings.byKeys([listingKey])).get(listingKey), 'listing');
  }

  /** A showing that nothing else changes until the transaction ends. */
  private async locked(manager: EntityManager, agentId: string, id: string): Promise<ShowingRow> {
    const row = await manager.findOne(ShowingRow, { where: { id, agentId }, lock: { mode: 'pessimistic_write' } });
    return found(row, 'showing');
  }

  private dayOf(moment: Date): string {
    return DateTime.fromJSDate(moment, { zone: this.config.zone }).toISODate() as string;
  }

  private guardComingSoon(record: ListingRecord, startAt: Date): void {
    const opens = record['ActivationDate'];
    if (record['StandardStatus'] !== 'Coming Soon' || typeof opens !== 'string') return;
    if (dayNumber(this.dayOf(startAt)) < dayNumber(opens)) {
      throw new Failure(
        'showing.tooEarly',
        `This home is coming soon and takes no showings before ${DateTime.fromISO(opens).toFormat('ccc, LLL d')}.`,
        { opens },
      );
    }
  }
}

function isWithin(open: readonly TimeSpan[], { from, until }: TimeSpan): boolean {
  return open.some((span) => span.from <= from && until <= span.until);
}
