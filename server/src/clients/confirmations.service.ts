import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { Failure } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { MailService, toPerson, whyNotWrite } from '../mail/index.js';
import { Schedules } from '../schedules/index.js';
import type { AgentRow } from '../sessions/index.js';
import { TimelineEntries } from '../timelineEntries/index.js';
import { PersonRow } from './client.entity.js';
import { ClientsService, firstName } from './clients.service.js';
import { LinksService } from './links.service.js';

const MOST_CONFIRMATIONS = 3;
const CONFIRMATION_PAUSE_MS = 20 * 3_600_000;

/** How somebody is asked whether an address is theirs. */
interface Asking {
  readonly subject: string;
  readonly paragraph: string;
}

const INVITED = (agent: AgentRow): Asking => ({
  subject: `${agent.name} would like to send you homes`,
  paragraph: `${agent.name} of ${agent.officeName} would like to send homes that suit you to this address. Open the page below and press its button if that is right. If you did not ask for it, do nothing; no more will come.`,
});

/** Asks people whether they want messages, and takes their answers. */
@Injectable()
export class ConfirmationsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly mail: MailService,
    private readonly links: LinksService,
    private readonly clients: ClientsService,
    private readonly entries: TimelineEntries,
    private readonly schedules: Schedules,
  ) {}

  /**
   * Writes to a person's address; nothing else is sent to it until its reader has pressed the button there. It is asked
   * few times, with a day between them, and not at all once they said no.
   */
  async ask(agent: AgentRow, clientId: string, personId: string): Promise<void> {
    await this.clients.own(agent.id, clientId);
    await inTransaction(this.database, async (manager) => {
      const person = await this.clients.locked(manager, clientId, personId);
      await this.guard(manager, person);
      await this.send(manager, agent, person, INVITED(agent));
    });
  }

  /** Writes to an address that somebody gave on the agent's page. */
  askVisitor(manager: EntityManager, agent: AgentRow, person: PersonRow): Promise<void> {
    return this.send(manager, agent, person, {
      subject: `Homes from ${agent.name}: is this your address?`,
      paragraph: `Somebody asked on the page of ${agent.name}, ${agent.officeName}, for homes to be sent to this address. Open the page below and press its button if it was you. If it was not, do nothing; no more will come.`,
    });
  }

  /**
   * Somebody who stopped wants messages again: the link in the next one starts them, and no earlier one does. That one
   * does not wait for its day, but however often they ask after a stop, it is one.
   */
  async askBack(token: string): Promise<{ name: string; agent: string }> {
    const { person, client, agent } = await this.clients.person(await this.links.personOf(token, 'stop'));
    await inTransaction(this.database, async (manager) => {
      const { id, stoppedAt, askedBackAt, leftAt } = await this.clients.locked(manager, client.id, person.id);
      if (!stoppedAt || askedBackAt || leftAt) return;
      await manager.update(PersonRow, { id }, { askedBackAt: this.clock.date() });
      await this.send(manager, agent, person, INVITED(agent));
    });
    return { name: person.name, agent: agent.name };
  }

  /** A stop has withdrawn all links that came before it, so whoever comes by one wants messages. */
  async confirm(token: string): Promise<{ name: string; agent: string }> {
    const { person, agent } = await this.clients.person(await this.links.personOf(token, 'confirm'));
    await inTransaction(this.database, async (manager) => {
      await manager.update(
        PersonRow,
        { id: person.id },
        { confirmedAt: person.confirmedAt ?? this.clock.date(), stoppedAt: null, askedBackAt: null, confirmationsSent: 0 },
      );
      await this.schedules.beginFor(manager, person.clientId, this.clock.date());
      if (person.confirmedAt && !person.stoppedAt) return;
      const text = `${person.name} ${person.stoppedAt ? 'wants messages again' : `confirmed ${person.email}`}`;
      await this.entries.add({ clientId: person.clientId, personId: person.id, kind: 'person', text }, manager);
    });
    return { name: person.name, agent: agent.name };
  }

  private async send(manager: EntityManager, agent: AgentRow, person: PersonRow, { subject, paragraph }: Asking): Promise<void> {
    const [confirmUrl, stopUrl] = await this.links.make(manager, person.id, 'confirm', 'stop');
    await this.mail.write(manager, {
      ...toPerson(agent, person.clientId, person),
      subject,
      kind: 'confirmation',
      letter: {
        greeting: `Hello ${firstName(person.name)},`,
        paragraphs: [paragraph],
        homes: [],
        button: { label: 'Confirm this address', url: confirmUrl },
        agent,
        stopUrl,
      },
    });
    await manager.update(
      PersonRow,
      { id: person.id },
      { confirmationSentAt: this.clock.date(), confirmationsSent: person.confirmationsSent + 1 },
    );
  }

  private async guard(manager: EntityManager, person: PersonRow): Promise<void> {
    const why = await whyNotWrite(manager, person.id, 'confirmation');
    if (why)
      throw new Failure(
        'address.stopped',
        `Nothing was sent: ${why}. Only they can start them again, by the link in any message they had.`,
      );
    if (person.confirmedAt && !person.stoppedAt) throw new Failure('address.confirmed', `${person.email} is confirmed already.`);
    const next = person.confirmationSentAt && person.confirmationSentAt.getTime() + CONFIRMATION_PAUSE_MS;
    if (person.confirmationsSent >= MOST_CONFIRMATIONS || (next && next > this.clock.now()))
      throw new Failure(
        'address.asked',
        person.confirmationsSent >= MOST_CONFIRMATIONS
          ? `${person.email} was asked ${MOST_CONFIRMATIONS} times and has not answered. Telephone, or enter another address.`
          : `${person.email} was asked less than a day ago. Ask again tomorrow.`,
      );
  }
}
