import { Inject, Injectable } from '@nestjs/common';
import { DataSource, In, IsNull, MoreThan, Not } from 'typeorm';
import { ClientsService, LinksService } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { hashOf, newToken } from '../common/token.js';
import { inTransaction } from '../common/transaction.js';
import { AgentRow } from '../sessions/index.js';
import { calendarOf } from './calendar.js';
import { EXPECTED } from './clashes.js';
import { Invitations } from './invitations.js';
import { ShowingRow } from './showing.entity.js';

/** How far back visits are told. */
const KEPT_MS = 90 * 86_400_000;
const MOST = 500;

/** Calendars that are subscribed to by an address, which whoever has it can read: an agent's own, and a household's in their portal. */
@Injectable()
export class SubscribedCalendars {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly links: LinksService,
    private readonly invitations: Invitations,
    @Inject(CONFIG) private readonly config: Pick<Config, 'publicUrl'>,
  ) {}

  /** A new address of an agent's; the one before leads nowhere any more. */
  async open({ id }: AgentRow): Promise<string> {
    const token = newToken();
    await this.database.getRepository(AgentRow).update({ id }, { calendarHash: hashOf(token) });
    return addressOf(`${this.config.publicUrl}/api/calendars/${token}`);
  }

  /** Whether an agent's address is open now: whoever is signed in is known from a moment before. */
  isOpen({ id }: AgentRow): Promise<boolean> {
    return this.database.getRepository(AgentRow).existsBy({ id, calendarHash: Not(IsNull()) });
  }

  async close({ id }: AgentRow): Promise<void> {
    await this.database.getRepository(AgentRow).update({ id }, { calendarHash: null });
  }

  /** A new address for somebody of a household. */
  openFor(personId: string): Promise<string> {
    return inTransaction(this.database, async (manager) => {
      await this.links.withdraw(manager, personId, 'calendar');
      const [url] = await this.links.make(manager, personId, 'calendar');
      return addressOf(url);
    });
  }

  /** @throws Failure when the address is not known, or was closed */
  async read(token: string): Promise<string> {
    const agent = await this.database.getRepository(AgentRow).findOneBy({ calendarHash: hashOf(token) });
    return agent ? this.ofAgent(agent) : this.ofHousehold(await this.links.personOf(token, 'calendar'));
  }

  /** All that they reckon with, and for whom it is. */
  private async ofAgent(agent: AgentRow): Promise<string> {
    const showings = await this.showings({ agentId: agent.id, state: In([...EXPECTED]) });
    const names = new Map((await this.clients.all(agent.id, { archived: true })).map(({ id, name }) => [id, name]));
    const whose = new Map(showings.map(({ id, clientId }) => [id, names.get(clientId) ?? 'a client']));
    const visits = (await this.invitations.visitsOf(showings, agent, 'agent')).map((visit) => ({
      ...visit,
      summary: `${visit.address} with ${whose.get(visit.id) ?? 'a client'}`,
    }));
    return calendarOf({ visits, agent, stampedAt: this.clock.date(), name: 'Showings' });
  }

  /** What is agreed, and nothing of anybody else. */
  private async ofHousehold(personId: string): Promise<string> {
    const { client, agent } = await this.clients.person(personId);
    const showings = await this.showings({ clientId: client.id, state: 'confirmed' });
    const visits = await this.invitations.visitsOf(showings, agent, 'client');
    return calendarOf({ visits, agent, stampedAt: this.clock.date(), name: `Visits with ${agent.name}` });
  }

  private showings(where: object): Promise<ShowingRow[]> {
    const startAt = MoreThan(new Date(this.clock.now() - KEPT_MS));
    return this.database.getRepository(ShowingRow).find({ where: { ...where, startAt }, order: { startAt: 'DESC' }, take: MOST });
  }
}

/** Calendars know by its end what a file is. */
function addressOf(url: string): string {
  return `${url}.ics`;
}
