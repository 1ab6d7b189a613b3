import { Inject, Injectable } from '@nestjs/common';
import { OFFICE_ANSWERS } from '@perambula/contract';
import type { OfficeAnswered, ShowingRequest } from '@perambula/contract';
import type { ListingRecord } from '@perambula/core';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { firstName } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { hashOf, newToken } from '../common/token.js';
import { inTransaction } from '../common/transaction.js';
import { EventsService } from '../events/index.js';
import { ListingsService } from '../listings/index.js';
import { MailService, toListingAgent } from '../mail/index.js';
import { AgentRow } from '../sessions/index.js';
import { Invitations } from './invitations.js';
import { sayWhen } from './sayWhen.js';
import { ShowingRow } from './showing.entity.js';

const SAID = { confirmed: 'confirms', refused: 'refuses', countered: 'offers another time' } as const;
/** How far ahead another time may be offered. */
const MOST_AHEAD_MS = 60 * 86_400_000;

/**
 * What is asked of a listing office by e-mail, and answered on a page that the message's link opens. It says which home and
 * what hour, and who asks, never for which client. Asked anew, the link before is good for nothing any more.
 */
@Injectable()
export class OfficeRequests {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly listings: ListingsService,
    private readonly mail: MailService,
    private readonly events: EventsService,
    private readonly invitations: Invitations,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /**
   * Asks for the time that a showing now has, in the caller's transaction.
   *
   * @throws Failure when the listing names nobody to write to
   */
  async ask(manager: EntityManager, showing: ShowingRow, record: ListingRecord, agent: AgentRow): Promise<void> {
    await this.writeWithLink(manager, showing, record, agent, {
      subject: 'Showing request',
      says: `${agent.name} of ${agent.officeName} asks to show ${this.visitOf(showing, record)}. It takes one click to answer, and no account.`,
      label: 'Answer',
    });
  }

  /** Asks once more for the time that a showing has, in the caller's transaction. @throws Failure as when it is asked first */
  async remind(manager: EntityManager, showing: ShowingRow, record: ListingRecord, agent: AgentRow): Promise<void> {
    await this.writeWithLink(manager, showing, record, agent, {
      subject: 'Showing request, still open',
      says: `${agent.name} of ${agent.officeName} asked to show ${this.visitOf(showing, record)}, and has no answer yet. It takes one click, and no account.`,
      label: 'Answer',
    });
  }

  /** Tells an office that the time it offered is taken, in the caller's transaction. */
  async agree(manager: EntityManager, showing: ShowingRow, record: ListingRecord, agent: AgentRow): Promise<void> {
    if (!toListingAgent(agent, showing.clientId, record)) return;
    await this.writeWithLink(manager, showing, record, agent, {
      subject: 'Showing agreed',
      says: `${agent.name} of ${agent.officeName} takes the time that you offered, and comes to ${this.visitOf(showing, record)}.`,
      label: 'Change your answer',
    });
  }

  private async writeWithLink(
    manager: EntityManager,
    showing: ShowingRow,
    record: ListingRecord,
    agent: AgentRow,
    { subject, says, label }: { readonly subject: string; readonly says: string; readonly label: string },
  ): Promise<void> {
    const token = newToken();
    const button = { label, url: `${this.config.publicUrl}/asked/${token}` };
    await this.write(manager, showing, record, agent, { subject, says, button });
    await manager.update(ShowingRow, { id: showing.id }, { requestHash: hashOf(token) });
  }

  /** Tells the office that was asked that nobody comes; one that the listing gives no address of any more cannot be told. */
  async cancel(manager: EntityManager, showing: ShowingRow, record: ListingRecord, agent: AgentRow): Promise<void> {
    if (!toListingAgent(agent, showing.clientId, record)) return;
    await this.write(manager, showing, record, agent, {
      subject: 'Showing canceled',
      says: `${agent.name} of ${agent.officeName} does not come to ${this.visitOf(showing, record)} after all.`,
      button: null,
    });
  }

  /** Tells an office that a visit begins later, or on time after all. Gives whether its listing names somebody to tell. */
  async late(
    manager: EntityManager,
    showing: ShowingRow,
    record: ListingRecord,
    agent: AgentRow,
    minutes: number,
  ): Promise<boolean> {
    if (!toListingAgent(agent, showing.clientId, record)) return false;
    const who = `${agent.name} of ${agent.officeName}`;
    const visit = this.visitOf(showing, record);
    await this.write(manager, showing, record, agent, {
      subject: minutes > 0 ? `About ${minutes} minutes late` : 'On time after all',
      says:
        minutes > 0
          ? `${who} comes about ${minutes} minutes late to ${visit}. If that does not suit: ${agent.phone}.`
          : `${who} comes on time after all to ${visit}.`,
      button: null,
    });
    return true;
  }

  /** @throws Failure when the link is not known, or what it asked for is over */
  async open(token: string): Promise<ShowingRequest> {
    const showing = await this.asked(this.database.manager, token);
    return this.requestOf(showing, await this.recordOf(showing));
  }

  /** Takes an office's answer; until the hour itself it may change its mind. @throws Failure as when it is opened */
  async answer(token: string, answered: OfficeAnswered): Promise<ShowingRequest> {
    const [showing, record] = await inTransaction(this.database, async (manager) => {
      const asked = await this.asked(manager, token, true);
      const home = await this.recordOf(asked);
      await this.settle(manager, asked, home, answered);
      return [asked, home] as const;
    });
    return this.requestOf(showing, record);
  }

  /**
   * Keeps what an office says, however it says it, in the caller's transaction; those who have the visit in their calendar are told.
   *
   * @throws Failure where another time is offered that is none, or past
   */
  async settle(
    manager: EntityManager,
    showing: ShowingRow,
    record: ListingRecord | undefined,
    { answer, note, offeredAt }: OfficeAnswered,
    how = '',
  ): Promise<void> {
    const offered = answer === 'countered' ? this.readOffer(offeredAt) : null;
    const office = String(record?.['ListOfficeName'] ?? 'The listing office');
    const said = `${office} ${SAID[answer]}${how}.`;
    const isChanged = showing.state !== answer;
    // a time that is agreed as it was asked for is the time that it was
    const isAsAsked = showing.state === 'proposed' && answer === 'confirmed';
    Object.assign(showing, {
      state: answer,
      offeredAt: offered,
      answer: (note ? `${said} “${note}”` : said).slice(0, 300),
      revision: showing.revision + (isChanged && !isAsAsked ? 1 : 0),
    });
    await manager.save(showing);
    if (isChanged) await this.invitations.tellChange(manager, showing);
    await this.events.say(showing.agentId, 'showing', manager);
  }

  private readOffer(offeredAt: string | undefined): Date {
    const offered = new Date(offeredAt ?? '');
    const now = this.clock.now();
    const isAhead = offered.getTime() > now && offered.getTime() < now + MOST_AHEAD_MS;
    if (!isAhead)
      throw new Failure('request.invalid', 'Say which other time would suit: one that is still to come, within 60 days.', {
        path: 'offeredAt',
      });
    return offered;
  }

  private async asked(manager: EntityManager, token: string, forUpdate = false): Promise<ShowingRow> {
    const showing = await manager.findOne(ShowingRow, {
      where: { requestHash: hashOf(token) },
      ...(forUpdate ? { lock: { mode: 'pessimistic_write' as const } } : {}),
    });
    if (!showing?.startAt || showing.startAt.getTime() <= this.clock.now())
      throw new Failure(
        'link.expired',
        'This request is over: it was canceled, another time was asked for, or the hour has passed.',
      );
    return showing;
  }

  private async requestOf(showing: ShowingRow, record: ListingRecord | undefined): Promise<ShowingRequest> {
    const agent = await this.database.getRepository(AgentRow).findOneByOrFail({ id: showing.agentId });
    return {
      listingKey: showing.listingKey,
      listingId: String(record?.['ListingId'] ?? showing.listingKey),
      address: String(record?.['UnparsedAddress'] ?? 'the home'),
      startAt: (showing.startAt as Date).toISOString(),
      minutes: showing.minutes,
      agent: { name: agent.name, officeName: agent.officeName, phone: agent.phone },
      answer: OFFICE_ANSWERS.find((answer) => answer === showing.state) ?? null,
      offeredAt: showing.offeredAt?.toISOString() ?? null,
    };
  }

  private async recordOf({ listingKey }: ShowingRow): Promise<ListingRecord | undefined> {
    return (await this.listings.byKeys([listingKey])).get(listingKey);
  }

  /** The home and the hour, as the office's letters say them. */
  private visitOf({ startAt, minutes }: ShowingRow, record: ListingRecord): string {
    const when = sayWhen(startAt as Date, this.config.zone);
    return `${String(record['UnparsedAddress'])} (listing ${String(record['ListingId'])}) on ${when}, for about ${minutes} minutes`;
  }

  /** Writes to the listing's agent; what waits of an earlier message about the same visit is not sent any more. */
  private async write(
    manager: EntityManager,
    showing: ShowingRow,
    record: ListingRecord,
    agent: AgentRow,
    { subject, says, button }: { subject: string; says: string; button: { label: string; url: string } | null },
  ): Promise<void> {
    const to = toListingAgent(agent, showing.clientId, record);
    if (!to)
      throw new Failure('showing.nobody', 'The listing names no e-mail address of its agent. Telephone the office instead.');
    await this.mail.drop(manager, { showingId: showing.id });
    await this.mail.write(manager, {
      ...to,
      showingId: showing.id,
      subject: `${subject}: ${String(record['UnparsedAddress'])}`,
      letter: { greeting: `Hello ${firstName(to.toName)},`, paragraphs: [says], homes: [], button, agent, stopUrl: null },
    });
  }
}
