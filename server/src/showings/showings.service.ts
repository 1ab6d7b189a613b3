import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Showing } from '@perambula/contract';
import { addressShown, dayNumber, forAudience, positionOf, today } from '@perambula/core';
import type { Audience, ListingRecord } from '@perambula/core';
import { DateTime } from 'luxon';
import { DataSource, In, MoreThan } from 'typeorm';
import { ClientsService, firstName, isCovered, LinksService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { ListingsService } from '../listings/index.js';
import { MailService, toPerson } from '../mail/index.js';
import type { AgentRow } from '../sessions/index.js';
import { calendarOf } from './calendar.js';
import { freeTimes } from './freeTimes.js';
import { OfficeRequests } from './office.requests.js';
import { ShowingRow } from './showing.entity.js';

const VISIT_MINUTES = 30;

@Injectable()
export class ShowingsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
    private readonly requests: OfficeRequests,
    private readonly mail: MailService,
    private readonly links: LinksService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async list(agentId: string): Promise<Showing[]> {
    const rows = await this.database.getRepository(ShowingRow).find({ where: { agentId }, order: { createdAt: 'DESC' } });
    const [records, everyone] = await Promise.all([
      this.listings.byKeys(rows.map(({ listingKey }) => listingKey)),
      this.clients.all(agentId, { archived: true }),
    ]);
    const clients = new Map(everyone.map((client) => [client.id, client]));
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
        minutes: row.minutes,
        wish: row.wish,
        answer: row.answer,
        agreementSigned: client !== undefined && isCovered(client, day),
        showingInstructions: String(record?.['ShowingInstructions'] ?? ''),
        agentMobile: String(record?.['ListAgentMobilePhone'] ?? ''),
      };
    });
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

  /** When an agent could show a home within the next days. */
  async freeTimes(agentId: string): Promise<Date[]> {
    const rows = await this.database.getRepository(ShowingRow).find({
      where: { agentId, state: In(['proposed', 'confirmed']), startAt: MoreThan(this.clock.date()) },
    });
    return freeTimes(
      this.clock.date(),
      this.config.zone,
      rows.flatMap(({ startAt }) => startAt ?? []),
    );
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
      startAt: null,
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
    const showing = await this.own(agent.id, id);
    const record = found((await this.listings.byKeys([showing.listingKey])).get(showing.listingKey), 'listing');
    if (startAt.getTime() <= this.clock.now())
      throw new Failure('showing.past', 'That time is past. Choose a later one.', { path: 'startAt' });
    this.guardComingSoon(record, startAt);
    if (!withoutAgreement && !(await this.clients.isAgreed(showing.clientId, this.dayOf(startAt)))) {
      throw new Failure(
        'agreement.missing',
        'There is no signed buyer agreement for that day. Enter it in the client’s file, or book all the same.',
        { goOnWith: { withoutAgreement: true } },
      );
    }
    const proposed = {
      ...showing,
      state: 'proposed' as const,
      startAt,
      minutes: minutes ?? showing.minutes,
      answer: '',
      revision: showing.revision + 1,
    };
    await inTransaction(this.database, async (manager) => {
      await manager.save(ShowingRow, proposed);
      await this.requests.ask(manager, proposed, record, agent);
    });
  }

  /** Cancels a visit; a listing office that was asked, and has not refused, is told. */
  async cancel(agent: AgentRow, id: string): Promise<void> {
    const showing = await this.own(agent.id, id);
    const record = (await this.listings.byKeys([showing.listingKey])).get(showing.listingKey);
    const isExpected = ['proposed', 'confirmed'].includes(showing.state) && (showing.startAt?.getTime() ?? 0) > this.clock.now();
    await inTransaction(this.database, async (manager) => {
      await manager.update(ShowingRow, { id }, { state: 'canceled', requestHash: null, revision: showing.revision + 1 });
      if (isExpected && record) await this.requests.cancel(manager, showing, record, agent);
    });
  }

  /** The agent's own calendar file: of an agreed showing, or of one that was, to take it out again. */
  async calendar(agent: AgentRow, id: string): Promise<string> {
    const showing = await this.own(agent.id, id);
    const startAt = found(
      ['confirmed', 'canceled'].includes(showing.state) ? showing.startAt : null,
      'time agreed for this showing',
    );
    return this.calendarFile(showing, startAt, await this.addressFor(showing, 'agent'), agent);
  }

  /** Sends an agreed showing with its calendar file to those of the client who may be written to. */
  async send(agent: AgentRow, id: string): Promise<number> {
    await this.own(agent.id, id);
    return inTransaction(this.database, async (manager) => {
      // what the message says is so until it is written
      const showing = await manager.findOneOrFail(ShowingRow, { where: { id }, lock: { mode: 'pessimistic_write' } });
      const startAt = agreedTimeOf(showing);
      const readers = await this.clients.readersOf(showing.clientId);
      if (readers.length === 0)
        throw new Failure('alert.noAddress', 'None of this client’s addresses is confirmed, so nothing could be sent.');
      const when = DateTime.fromJSDate(startAt, { zone: this.config.zone }).toFormat("cccc, LLLL d, 'at' h:mm a");
      const address = await this.addressFor(showing, 'message');
      const calendar = this.calendarFile(showing, startAt, address, agent);
      for (const person of readers) {
        const [portalUrl, stopUrl] = await this.links.make(manager, person.id, 'portal', 'stop');
        await this.mail.write(manager, {
          ...toPerson(agent, showing.clientId, person),
          subject: `Visit: ${address}, ${when}`,
          kind: 'showing',
          letter: {
            greeting: `Hello ${firstName(person.name)},`,
            paragraphs: [`we see ${address} on ${when}, for about ${showing.minutes} minutes. The calendar file is attached.`],
            homes: [],
            button: { label: 'Open your portal', url: portalUrl },
            agent,
            stopUrl,
          },
          calendar,
        });
      }
      return readers.length;
    });
  }

  private async own(agentId: string, id: string): Promise<ShowingRow> {
    return found(await this.database.getRepository(ShowingRow).findOneBy({ id, agentId }), 'showing');
  }

  private calendarFile({ id, minutes, revision, state }: ShowingRow, startAt: Date, address: string, agent: AgentRow): string {
    const canceled = state === 'canceled';
    return calendarOf({ id, startAt, minutes, revision, canceled, address, agent, stampedAt: this.clock.date() });
  }

  /** Where the home is, as those who read it may know. */
  private async addressFor({ listingKey }: ShowingRow, audience: Audience): Promise<string> {
    const record = (await this.listings.byKeys([listingKey])).get(listingKey);
    return record ? addressShown(forAudience(record, audience)) : 'the home';
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

/** @throws Failure unless the listing office has agreed to it */
function agreedTimeOf({ state, startAt }: ShowingRow): Date {
  if (state !== 'confirmed' || !startAt)
    throw new Failure(
      'showing.notAgreed',
      'The listing office has not agreed to this showing, so it is not sent as one. Ask for a time first.',
    );
  return startAt;
}
