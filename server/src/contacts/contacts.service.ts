import { readFile } from 'node:fs/promises';
import { Injectable } from '@nestjs/common';
import type { ContactFate, ContactHousehold, ContactsRead } from '@perambula/contract';
import { ClientsService } from '../clients/index.js';
import { readContactFile } from './readContacts.js';
import { contactsCsv, contactsVcard } from './writeContacts.js';

/** People in and out of the agent's files: vCard and CSV. */
@Injectable()
export class ContactsService {
  constructor(private readonly clients: ClientsService) {}

  /** What a file holds and what would become of it. Done at the desk. */
  async read(agentId: string, path: string): Promise<ContactsRead> {
    const { households, refused } = readContactFile(await readFile(path, 'utf8'));
    const known = await this.known(agentId);
    return { households: households.map((household) => ({ ...household, fate: fateOf(household, known) })), refused };
  }

  async take(agentId: string, households: readonly ContactHousehold[]): Promise<{ opened: number; added: number }> {
    let [opened, added] = [0, 0];
    const known = await this.known(agentId);
    for (const household of households) {
      const fate = fateOf(household, known);
      if (fate.is === 'known') continue;
      if (fate.is === 'new') {
        const id = await this.clients.create(agentId, household.name, household.people);
        if (household.notes) await this.clients.change(agentId, id, { notes: household.notes });
        for (const { email } of household.people) known.set(email.toLowerCase(), { id, name: household.name });
        opened++;
        continue;
      }
      for (const person of household.people) {
        if (known.has(person.email.toLowerCase())) continue;
        await this.clients.addPerson(agentId, fate.clientId, person);
        known.set(person.email.toLowerCase(), { id: fate.clientId, name: fate.client });
        added++;
      }
    }
    return { opened, added };
  }

  /** Everybody in the files in use, as a file. */
  async write(agentId: string, as: 'vcard' | 'csv'): Promise<string> {
    const clients = await this.clients.all(agentId);
    const people = await this.clients.peopleOf(clients.map(({ id }) => id));
    const contacts = clients.flatMap(({ id, name: client, notes }) =>
      people
        .filter(({ clientId }) => clientId === id)
        .map(({ name, email, phone, timeZone }) => ({ client, name, email, phone, timeZone, notes })),
    );
    return as === 'csv' ? contactsCsv(contacts) : contactsVcard(contacts);
  }

  /** By address in lower case, in whose file it stands. */
  private async known(agentId: string): Promise<Map<string, { id: string; name: string }>> {
    const clients = new Map((await this.clients.all(agentId, { archived: true })).map((client) => [client.id, client]));
    const people = await this.clients.peopleOf([...clients.keys()]);
    return new Map(
      people.flatMap(({ email, clientId }) => {
        const client = clients.get(clientId);
        return client ? [[email.toLowerCase(), { id: client.id, name: client.name }]] : [];
      }),
    );
  }
}

/** A household some of whose people stand in a file belongs to it. */
function fateOf({ people }: ContactHousehold, known: ReadonlyMap<string, { id: string; name: string }>): ContactFate {
  const there = people.map(({ email }) => known.get(email.toLowerCase()));
  const first = there.find((each) => each !== undefined);
  if (!first) return { is: 'new' };
  return there.every((each) => each !== undefined)
    ? { is: 'known', client: first.name }
    : { is: 'added', clientId: first.id, client: first.name };
}
