import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Agreement, ClientSummary, NewPerson, Person, PersonChange } from '@perambula/contract';
import { today } from '@perambula/core';
import type { BusyHours, Hours } from '@perambula/core';
import { DataSource, In, IsNull, Not } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { OutboxRow } from '../mail/index.js';
import { AgentRow } from '../sessions/index.js';
import { TimelineEntries } from '../timelineEntries/index.js';
import { ClientRow, PersonRow } from './client.entity.js';
import { LinksService } from './links.service.js';

const MOST_SET_ASIDE = 100;

/** Clients, their people and addresses, their agreements and the agent's tasks. */
@Injectable()
export class ClientsService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly links: LinksService,
    private readonly entries: TimelineEntries,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async own(agentId: string, clientId: string): Promise<ClientRow> {
    return found(await this.database.getRepository(ClientRow).findOneBy({ id: clientId, agentId }), 'client');
  }

  /** The agent's clients whose files are in use; where `archived`, those put away, too. */
  all(agentId: string, { archived = false } = {}): Promise<ClientRow[]> {
    const where = archived ? { agentId } : { agentId, archivedAt: IsNull() };
    return this.database.getRepository(ClientRow).find({ where, order: { name: 'ASC' } });
  }

  async summaries(clients: readonly ClientRow[]): Promise<Omit<ClientSummary, 'searches' | 'alerts'>[]> {
    const people = await this.peopleOf(clients.map(({ id }) => id));
    return clients.map((client) => ({
      id: client.id,
      name: client.name,
      people: people.filter((person) => person.clientId === client.id).map(personShown),
      agreement: agreementOf(client),
      archivedAt: client.archivedAt?.toISOString() ?? null,
    }));
  }

  /** Those who are in the households now. */
  async peopleOf(clientIds: readonly string[]): Promise<PersonRow[]> {
    return (await this.everyoneOf(clientIds)).filter(({ leftAt }) => leftAt === null);
  }

  /** The same, with those who left. */
  everyoneOf(clientIds: readonly string[]): Promise<PersonRow[]> {
    return this.database.getRepository(PersonRow).find({ where: { clientId: In([...clientIds]) }, order: { name: 'ASC' } });
  }

  /** Those of a client to whom anything may be sent: confirmed, and not stopped. */
  async readersOf(clientId: string): Promise<PersonRow[]> {
    return this.database
      .getRepository(PersonRow)
      .findBy({ clientId, confirmedAt: Not(IsNull()), stoppedAt: IsNull(), leftAt: IsNull() });
  }

  /** Everybody of a client, and whether anything may be sent to them. */
  async addressees(clientId: string): Promise<{ name: string; email: string; confirmed: boolean }[]> {
    return (await this.peopleOf([clientId])).map(({ name, email, confirmedAt, stoppedAt }) => ({
      name,
      email,
      confirmed: confirmedAt !== null && stoppedAt === null,
    }));
  }

  async setHours(agentId: string, clientId: string, { zone, quietFrom, quietUntil }: Hours): Promise<void> {
    await this.own(agentId, clientId);
    const timeZone = zone === this.config.zone ? null : zone;
    await this.database.getRepository(ClientRow).update({ id: clientId }, { timeZone, quietFrom, quietUntil });
  }

  /** A change of a search is not told of again; the latest hundred are remembered. */
  async setAside(agentId: string, clientId: string, key: string): Promise<void> {
    const { setAside } = await this.own(agentId, clientId);
    const keys = [...new Set([...(setAside ?? []), key])].slice(-MOST_SET_ASIDE);
    await this.database.getRepository(ClientRow).update({ id: clientId }, { setAside: keys });
  }

  async person(id: string): Promise<{ person: PersonRow; client: ClientRow; agent: AgentRow }> {
    const query = this.database
      .createQueryBuilder(PersonRow, 'person')
      .innerJoinAndMapOne('person.client', ClientRow, 'client', 'client.id = person.clientId')
      .innerJoinAndMapOne('person.agent', AgentRow, 'agent', 'agent.id = client.agentId')
      .where('person.id = :id', { id });
    const { client, agent, ...person } = found(await query.getOne(), 'person') as PersonRow & {
      client: ClientRow;
      agent: AgentRow;
    };
    return { person, client, agent };
  }

  async create(agentId: string, name: string, people: readonly NewPerson[], cameBy: ClientRow['cameBy'] = null): Promise<string> {
    const addresses = people.map(({ email }) => email.trim().toLowerCase());
    const twice = addresses.find((address, i) => addresses.indexOf(address) < i);
    if (twice !== undefined)
      throw new Failure('address.known', `${twice} stands there twice. Each person has an address of their own.`);
    const id = randomUUID();
    await inTransaction(this.database, async (manager) => {
      await manager.insert(ClientRow, {
        id,
        agentId,
        name: name.trim(),
        notes: '',
        agreementFrom: null,
        agreementUntil: null,
        agreementScope: null,
        createdAt: this.clock.date(),
        archivedAt: null,
        timeZone: null,
        quietFrom: null,
        quietUntil: null,
        busy: null,
        cameBy,
        setAside: null,
      });
      for (const person of people) await manager.insert(PersonRow, newPerson(id, person));
    });
    return id;
  }

  async addPerson(agentId: string, clientId: string, person: NewPerson): Promise<void> {
    await this.own(agentId, clientId);
    const people = this.database.getRepository(PersonRow);
    const added = newPerson(clientId, person);
    const known = await people.findOneBy({ clientId, email: added.email });
    if (known && !known.leftAt) throw new Failure('address.known', `${person.email} stands in this file already.`);
    // whoever comes back confirms anew; a stop of theirs still holds
    if (known) {
      const { name, phone, timeZone } = added;
      await people.update({ id: known.id }, { name, phone, timeZone, leftAt: null, confirmedAt: null });
    } else await people.insert(added);
    await this.entries.add({ clientId, kind: 'person', text: `${added.name} came to this household` });
  }

  /** Another address is to be confirmed anew, and nothing of the old one's goes to it. */
  async changePerson(
    agentId: string,
    clientId: string,
    personId: string,
    { name, email, phone, reachBy, timeZone }: PersonChange,
  ): Promise<void> {
    await this.own(agentId, clientId);
    await inTransaction(this.database, async (manager) => {
      const person = await this.locked(manager, clientId, personId);
      const address = email?.trim().toLowerCase() ?? person.email;
      if (address !== person.email) {
        if (await manager.existsBy(PersonRow, { clientId, email: address }))
          throw new Failure('address.known', `${address} stands in this file already.`);
        for (const purpose of ['portal', 'confirm', 'calendar'] as const) await this.links.withdraw(manager, personId, purpose);
        await this.dropWaiting(manager, personId, 'this person has another address now');
        Object.assign(person, { email: address, confirmedAt: null, confirmationSentAt: null, confirmationsSent: 0 });
        await this.entries.add(
          { clientId, personId, kind: 'person', text: `${person.name} has another address: ${address}` },
          manager,
        );
      }
      if (name !== undefined) person.name = name.trim();
      if (phone !== undefined) person.phone = phone.trim();
      if (reachBy !== undefined) person.reachBy = reachBy;
      if (timeZone !== undefined) person.timeZone = timeZone;
      await manager.save(person);
    });
  }

  /** Somebody leaves a household: their links lead nowhere, and nothing that waits for them is sent. */
  async leave(agentId: string, clientId: string, personId: string): Promise<void> {
    await this.own(agentId, clientId);
    await inTransaction(this.database, async (manager) => {
      const { id, name } = await this.locked(manager, clientId, personId);
      const { affected } = await manager.update(PersonRow, { id, leftAt: IsNull() }, { leftAt: this.clock.date() });
      if (affected)
        await this.entries.add({ clientId, kind: 'person', personId: id, text: `${name} left this household` }, manager);
      for (const purpose of ['portal', 'confirm', 'calendar'] as const) await this.links.withdraw(manager, id, purpose);
      await this.dropWaiting(manager, id, 'this person has left the household');
    });
  }

  async change(
    agentId: string,
    clientId: string,
    changes: { name?: string; notes?: string; agreement?: Agreement | null; asksAfter?: boolean; busy?: readonly BusyHours[] },
  ): Promise<void> {
    const client = await this.own(agentId, clientId);
    const { name, notes, agreement, asksAfter, busy } = changes;
    if (name !== undefined) client.name = name.trim();
    if (notes !== undefined) client.notes = notes;
    if (asksAfter !== undefined) client.asksAfter = asksAfter;
    if (busy !== undefined) client.busy = busy;
    if (agreement !== undefined) {
      if (agreement && agreement.from > agreement.until)
        throw new Failure('request.invalid', 'The agreement ends before it begins. Change one of its dates.', {
          path: 'agreement.until',
        });
      Object.assign(client, {
        agreementFrom: agreement?.from ?? null,
        agreementUntil: agreement?.until ?? null,
        agreementScope: agreement?.scope ?? null,
      });
    }
    await this.database.getRepository(ClientRow).save(client);
  }

  /** Somebody of a client, whom nothing else changes until the transaction ends. */
  async locked(manager: EntityManager, clientId: string, personId: string): Promise<PersonRow> {
    return found(
      await manager.findOne(PersonRow, { where: { id: personId, clientId }, lock: { mode: 'pessimistic_write' } }),
      'person',
    );
  }

  async stop(token: string): Promise<{ name: string; agent: string }> {
    const { person, agent } = await this.person(await this.links.personOf(token, 'stop'));
    await this.stopPerson(person.id);
    return { name: person.name, agent: agent.name };
  }

  async stopPerson(personId: string): Promise<void> {
    await inTransaction(this.database, async (manager) => {
      const { clientId, name } = await manager.findOneByOrFail(PersonRow, { id: personId });
      await manager.update(
        PersonRow,
        { id: personId },
        { stoppedAt: this.clock.date(), askedBackAt: null, confirmationsSent: 0 },
      );
      await this.entries.add({ clientId, personId, kind: 'person', text: `${name} stopped all messages` }, manager);
      await this.links.withdraw(manager, personId, 'confirm');
      await this.dropWaiting(manager, personId, 'this person has stopped all messages');
    });
  }

  private async dropWaiting(manager: EntityManager, personId: string, why: string): Promise<void> {
    await manager.update(
      OutboxRow,
      { personId, state: In(['held', 'queued']) },
      { state: 'dropped', lastError: `Not sent: ${why}.` },
    );
  }

  /** Makes all links into a person's portal good for nothing; the next message brings a new one. */
  async withdrawLinks(personId: string): Promise<void> {
    for (const purpose of ['portal', 'calendar'] as const) await this.links.withdraw(this.database.manager, personId, purpose);
  }

  /** The same, by the agent. */
  async withdrawLinksOf(agentId: string, clientId: string, personId: string): Promise<void> {
    await this.own(agentId, clientId);
    found(await this.database.getRepository(PersonRow).findOneBy({ id: personId, clientId }), 'person');
    await this.withdrawLinks(personId);
  }

  async setVisitsCounted(personId: string, countsVisits: boolean): Promise<void> {
    await this.database.getRepository(PersonRow).update({ id: personId }, { countsVisits });
  }

  async setReactionsShared(personId: string, sharesReactions: boolean): Promise<void> {
    await this.database.getRepository(PersonRow).update({ id: personId }, { sharesReactions });
  }

  /** Whether a signed agreement covers an ISO date. */
  async isAgreed(clientId: string, date = today(this.clock.time())): Promise<boolean> {
    const client = await this.database.getRepository(ClientRow).findOneBy({ id: clientId });
    return client !== null && isCovered(client, date);
  }
}

export function firstName(name: string): string {
  return name.split(' ')[0] ?? name;
}

function newPerson(clientId: string, { name, email, phone = '', timeZone }: NewPerson): PersonRow {
  return {
    id: randomUUID(),
    clientId,
    name: name.trim(),
    email: email.trim().toLowerCase(),
    phone,
    reachBy: 'email',
    timeZone: timeZone ?? null,
    confirmationSentAt: null,
    confirmationsSent: 0,
    askedBackAt: null,
    confirmedAt: null,
    stoppedAt: null,
    countsVisits: true,
    sharesReactions: false,
    leftAt: null,
  };
}

function agreementOf({ agreementFrom, agreementUntil, agreementScope }: ClientRow): Agreement | null {
  return agreementFrom && agreementUntil ? { from: agreementFrom, until: agreementUntil, scope: agreementScope ?? '' } : null;
}

function personShown(row: PersonRow): Person {
  const { id, name, email, phone, reachBy, timeZone } = row;
  return {
    id,
    name,
    email,
    phone,
    reachBy,
    timeZone,
    confirmedAt: row.confirmedAt?.toISOString() ?? null,
    confirmationSentAt: row.confirmationSentAt?.toISOString() ?? null,
    stoppedAt: row.stoppedAt?.toISOString() ?? null,
  };
}

/** Whether a household's signed agreement covers an ISO date. */
export function isCovered({ agreementFrom, agreementUntil }: ClientRow, date: string): boolean {
  return !!agreementFrom && !!agreementUntil && agreementFrom <= date && date <= agreementUntil;
}
