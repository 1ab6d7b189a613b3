import { Inject, Injectable } from '@nestjs/common';
import { addressShown, forAudience, nextDue } from '@perambula/core';
import type { Audience } from '@perambula/core';
import { DateTime } from 'luxon';
import { DataSource, In, IsNull } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { ClientRow, ClientsService, firstName, hoursOf, LinksService } from '../clients/index.js';
import type { PersonRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { ListingsService } from '../listings/index.js';
import { MailService, toPerson } from '../mail/index.js';
import { SentHomes } from '../sentHomes/index.js';
import { AgentRow } from '../sessions/index.js';
import { calendarOf } from './calendar.js';
import type { CalendarVisit } from './calendar.js';
import { sayWhen } from './sayWhen.js';
import { ShowingRow } from './showing.entity.js';

const STATUS = {
  asked: 'tentative',
  proposed: 'tentative',
  countered: 'tentative',
  confirmed: 'confirmed',
  refused: 'canceled',
  canceled: 'canceled',
} as const;

/** What is said to a client of visits. */
interface Said {
  readonly subject: string;
  readonly paragraphs: readonly string[];
  /** The file for each; null where none is needed. */
  readonly calendar: ((person: PersonRow) => string) | null;
  readonly fileId?: string | null;
  /** Where its button leads, within the portal; to all of it where nothing is said. */
  readonly button?: { readonly label: string; readonly query: string };
  /** Whether it waits for the end of their quiet hours. */
  readonly canWait?: boolean;
}

/** A client's visits in their calendar: sent once, and every change of them told from then on (RFC 5546). */
@Injectable()
export class Invitations {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
    private readonly mail: MailService,
    private readonly links: LinksService,
    private readonly sent: SentHomes,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Sends an agreed showing with its calendar file to those of the client who may be written to. Gives how many they are. */
  send(agent: AgentRow, id: string): Promise<number> {
    return inTransaction(this.database, async (manager) => {
      // what the message says is so until it is written
      const where = { id, agentId: agent.id };
      const showing = found(await manager.findOne(ShowingRow, { where, lock: { mode: 'pessimistic_write' } }), 'showing');
      return this.invite(manager, showing, agent, 'Visit');
    });
  }

  /**
   * Sends a client a day's agreed showings in one message, with one calendar file. Gives how many people have it.
   *
   * @param open  how many more are not agreed yet
   * @param sheet  what goes with it besides
   * @throws Failure where one of them is not agreed any more, or nobody may be written to
   */
  sendAll(
    agent: AgentRow,
    clientId: string,
    showingIds: readonly string[],
    { on, open, sheet }: { readonly on: string; readonly open: number; readonly sheet: Buffer },
  ): Promise<number> {
    return inTransaction(this.database, async (manager) => {
      const showings = await manager.find(ShowingRow, {
        where: { id: In(showingIds), clientId, state: 'confirmed' },
        order: { startAt: 'ASC' },
        lock: { mode: 'pessimistic_write' },
      });
      if (showings.length < showingIds.length) throw notAgreed();
      const visits = await this.visitsOf(showings, agent, 'message');
      const fileId = await this.mail.keepFile(manager, { name: 'day-sheet.pdf', type: 'application/pdf', content: sheet });
      const calendar = calendarOf({ visits, agent, stampedAt: this.clock.date() });
      const day = DateTime.fromISO(on).toFormat('cccc, LLLL d');
      const more = open === 1 ? 'One more home is' : `${open} more homes are`;
      const sentTo = await this.write(manager, agent, clientId, {
        subject: `${day}: ${visits.length} ${visits.length === 1 ? 'visit' : 'visits'}`,
        paragraphs: [
          `on ${day} we see:`,
          ...this.lines(visits),
          ...(open > 0 ? [`${more} not agreed yet.`] : []),
          'The calendar file and the day on paper are attached.',
        ],
        calendar: () => calendar,
        fileId,
      });
      await this.invited(manager, showings);
      return sentTo;
    });
  }

  /** Tells those who have a showing in their calendar what became of it, in the caller's transaction. */
  async tellChange(manager: EntityManager, showing: ShowingRow): Promise<void> {
    if (!showing.isInvited || !['confirmed', 'refused', 'canceled'].includes(showing.state)) return;
    // nobody is left to be told
    if ((await this.clients.readersOf(showing.clientId)).length === 0) return;
    const agent = await manager.findOneByOrFail(AgentRow, { id: showing.agentId });
    if (showing.state === 'confirmed') return void (await this.invite(manager, showing, agent, 'Visit moved'));
    const visit = await this.visitOf(showing, agent, 'message');
    await this.write(manager, agent, showing.clientId, {
      subject: `No visit: ${visit.address}`,
      paragraphs: [`we do not see ${visit.address} after all. The attached file takes the visit out of your calendar.`],
      calendar: (person) => this.invitation(visit, agent, person),
    });
    await manager.update(ShowingRow, { id: showing.id }, { isInvited: false });
  }

  /** Reminds a client of visits that they have in their calendar, in one message; those that were changed meanwhile are left out. */
  remind(clientId: string, ids: readonly string[]): Promise<void> {
    return this.tellOnce('toldBeforeAt', clientId, ids, (visits, agent) => ({
      subject: visits.length === 1 ? 'Tomorrow: a visit' : `Tomorrow: ${visits.length} visits`,
      paragraphs: ['tomorrow we see:', ...this.lines(visits), `If anything keeps you from it, call me: ${agent.phone}.`],
      calendar: null,
    }));
  }

  /** Asks each of a client how the homes were that they saw, in one message that leads to a page for it. */
  askAfter(clientId: string, ids: readonly string[]): Promise<void> {
    return this.tellOnce('askedAfterAt', clientId, ids, (visits) => ({
      subject: visits.length === 1 ? `How was ${visits[0]?.address}?` : `How were the ${visits.length} homes?`,
      paragraphs: [
        `${visits.length === 1 ? 'you saw a home' : `you saw ${visits.length} homes`} on ${visits[0] ? this.local(visits[0].startAt).toFormat('cccc, LLLL d') : ''}:`,
        ...visits.map(({ address }) => address),
        'Say what you think of each while it is fresh: a tap is enough.',
      ],
      calendar: null,
      canWait: true,
      button: { label: visits.length === 1 ? 'Say how it was' : 'Say how they were', query: '?after' },
    }));
  }

  /** Tells a client of some of their visits, and keeps when, so that it is told once. */
  private async tellOnce(
    when: 'toldBeforeAt' | 'askedAfterAt',
    clientId: string,
    ids: readonly string[],
    say: (visits: readonly CalendarVisit[], agent: AgentRow) => Said,
  ): Promise<void> {
    await inTransaction(this.database, async (manager) => {
      const rows = await manager.find(ShowingRow, {
        where: { id: In(ids), clientId, state: 'confirmed', [when]: IsNull() },
        order: { startAt: 'ASC' },
        lock: { mode: 'pessimistic_write' },
      });
      const agent = await manager.findOneBy(AgentRow, { id: rows[0]?.agentId ?? '' });
      if (!agent) return;
      await this.write(manager, agent, clientId, say(await this.visitsOf(rows, agent, 'message'), agent));
      await manager.update(ShowingRow, { id: In(rows.map(({ id }) => id)) }, { [when]: this.clock.date() });
    });
  }

  /** Tells a client who may be written to that visits begin later, or on time after all, in the caller's transaction. Gives their names. */
  async late(
    manager: EntityManager,
    agent: AgentRow,
    clientId: string,
    showings: readonly ShowingRow[],
    minutes: number,
  ): Promise<string[]> {
    const readers = await this.clients.readersOf(clientId);
    if (readers.length === 0) return [];
    const visits = await this.visitsOf(showings, agent, 'message');
    const moved = visits.map((visit) => ({ ...visit, startAt: new Date(visit.startAt.getTime() + minutes * 60_000) }));
    await this.write(manager, agent, clientId, {
      subject: minutes > 0 ? `About ${minutes} minutes late` : 'On time after all',
      paragraphs: [
        minutes > 0 ? `it gets about ${minutes} minutes later today. We see:` : 'we are on time after all. We see:',
        ...this.lines(moved),
        `Anything that keeps you from it, tell me: ${agent.phone}.`,
      ],
      calendar: null,
    });
    return readers.map(({ name }) => name);
  }

  /** The agent's own calendar file: of an agreed showing, or of one that was, to take it out again. */
  async fileOf(agent: AgentRow, id: string): Promise<string> {
    const showing = found(await this.database.getRepository(ShowingRow).findOneBy({ id, agentId: agent.id }), 'showing');
    if (!['confirmed', 'canceled'].includes(showing.state)) found(null, 'time agreed for this showing');
    const visit = await this.visitOf(showing, agent, 'agent');
    return calendarOf({ visits: [visit], agent, stampedAt: this.clock.date() });
  }

  private async invite(manager: EntityManager, showing: ShowingRow, agent: AgentRow, subject: string): Promise<number> {
    const startAt = agreedTimeOf(showing);
    const visit = await this.visitOf(showing, agent, 'message');
    const when = sayWhen(startAt, this.config.zone);
    const sentTo = await this.write(manager, agent, showing.clientId, {
      subject: `${subject}: ${visit.address}, ${when}`,
      paragraphs: [`we see ${visit.address} on ${when}, for about ${visit.minutes} minutes. The calendar file is attached.`],
      calendar: (person) => this.invitation(visit, agent, person),
    });
    await this.invited(manager, [showing]);
    return sentTo;
  }

  /** Keeps that a client has visits in their calendar, and so was told of their homes, which stand in their portal from then on. */
  private async invited(manager: EntityManager, showings: readonly ShowingRow[]): Promise<void> {
    const first = showings.filter(({ isInvited }) => !isInvited);
    await manager.update(ShowingRow, { id: In(showings.map(({ id }) => id)) }, { isInvited: true });
    const keys = [...new Set(first.map(({ listingKey }) => listingKey))];
    if (first[0]) await this.sent.add(manager, first[0].clientId, keys, this.clock.date());
  }

  private invitation(visit: CalendarVisit, agent: AgentRow, { name, email }: PersonRow): string {
    return calendarOf({ visits: [visit], agent, stampedAt: this.clock.date(), invited: [{ name, email }] });
  }

  /** Writes to all of a client who may be written to. Gives how many they are. */
  private async write(
    manager: EntityManager,
    agent: AgentRow,
    clientId: string,
    { subject, paragraphs, calendar, fileId, button, canWait = false }: Said,
  ): Promise<number> {
    const readers = await this.clients.readersOf(clientId);
    if (readers.length === 0)
      throw new Failure('alert.noAddress', 'None of this client’s addresses is confirmed, so nothing could be sent.');
    const hours = canWait ? hoursOf(await manager.findOneBy(ClientRow, { id: clientId }), this.config.zone) : null;
    const now = this.clock.now();
    for (const person of readers) {
      const goesAt = hours ? nextDue('atOnce', now, { ...hours, zone: person.timeZone ?? hours.zone }, now) : now;
      const [portalUrl, stopUrl] = await this.links.make(manager, person.id, 'portal', 'stop');
      await this.mail.write(manager, {
        ...toPerson(agent, clientId, person),
        subject,
        kind: 'showing',
        letter: {
          greeting: `Hello ${firstName(person.name)},`,
          paragraphs: [...paragraphs],
          homes: [],
          button: { label: button?.label ?? 'Open your portal', url: portalUrl + (button?.query ?? '') },
          agent,
          stopUrl,
        },
        ...(calendar ? { calendar: calendar(person) } : {}),
        ...(fileId ? { fileId } : {}),
        ...(goesAt > now ? { notBefore: new Date(goesAt) } : {}),
      });
    }
    return readers.length;
  }

  private async visitOf(showing: ShowingRow, agent: AgentRow, audience: Audience): Promise<CalendarVisit> {
    return found((await this.visitsOf([showing], agent, audience))[0] ?? null, 'time agreed for this showing');
  }

  /** The showings that have a time, as a calendar of somebody's has them: the homes as they may know them. */
  async visitsOf(showings: readonly ShowingRow[], agent: AgentRow, audience: Audience): Promise<CalendarVisit[]> {
    const records = await this.listings.byKeys(showings.map(({ listingKey }) => listingKey));
    return showings.flatMap(({ id, listingKey, startAt, minutes, revision, state }) => {
      const record = records.get(listingKey);
      const address = record ? addressShown(forAudience(record, audience)) : 'the home';
      return startAt === null
        ? []
        : [
            {
              ...{ id, startAt, minutes, revision, address },
              summary: `Visit ${address}`,
              description: `With ${agent.name}, ${agent.phone}.`,
              status: STATUS[state],
            },
          ];
    });
  }

  private lines(visits: readonly CalendarVisit[]): string[] {
    return visits.map(({ startAt, address }) => `${this.local(startAt).toFormat('h:mm a')}, ${address}`);
  }

  private local(moment: Date): DateTime {
    return DateTime.fromJSDate(moment, { zone: this.config.zone });
  }
}

/** @throws Failure unless the listing office has agreed to it */
function agreedTimeOf({ state, startAt }: ShowingRow): Date {
  if (state !== 'confirmed' || !startAt) throw notAgreed();
  return startAt;
}

function notAgreed(): Failure {
  return new Failure(
    'showing.notAgreed',
    'The listing office has not agreed to this showing, so it is not sent as one. Ask for a time first.',
  );
}
