import { Injectable } from '@nestjs/common';
import type { WrittenToAgent } from '@perambula/contract';
import { addressShown, forAudience } from '@perambula/core';
import { DataSource, In, IsNull } from 'typeorm';
import { ClientsService, firstName, LinksService, PersonRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { Failure, found } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { EventsService } from '../events/index.js';
import { ListingsService } from '../listings/index.js';
import { MailService, toPerson, whyNotWrite } from '../mail/index.js';
import type { AgentRow } from '../sessions/index.js';
import { FROM_CLIENTS, TimelineEntries, TimelineEntryRow } from '../timelineEntries/index.js';

/** What the agent writes down of a client, and what clients and their agent write to each other. */
@Injectable()
export class Correspondence {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly links: LinksService,
    private readonly listings: ListingsService,
    private readonly mail: MailService,
    private readonly entries: TimelineEntries,
    private readonly events: EventsService,
  ) {}

  async add(
    agentId: string,
    clientId: string,
    { kind, text, personId }: { readonly kind: 'note' | 'call'; readonly text: string; readonly personId?: string },
  ): Promise<string> {
    await this.clients.own(agentId, clientId);
    if (personId) found(await this.database.getRepository(PersonRow).findOneBy({ id: personId, clientId }), 'person');
    return this.entries.add({ clientId, kind, text, personId: personId ?? null });
  }

  /** Takes out a note or a call; nothing else of a timeline can be. */
  async remove(agentId: string, clientId: string, entryId: string): Promise<void> {
    await this.clients.own(agentId, clientId);
    const { affected } = await this.database
      .getRepository(TimelineEntryRow)
      .delete({ id: entryId, clientId, kind: In(['note', 'call']) });
    found(affected || null, 'note');
  }

  /** What clients wrote that waits for an answer, the oldest first. */
  async waiting(clients: readonly { readonly id: string; readonly name: string }[]): Promise<WrittenToAgent[]> {
    const names = new Map(clients.map(({ id, name }) => [id, name]));
    const rows = await this.database
      .getRepository(TimelineEntryRow)
      .find({ where: { clientId: In([...names.keys()]), kind: In(FROM_CLIENTS), answeredAt: IsNull() }, order: { at: 'ASC' } });
    const people = new Map((await this.clients.everyoneOf([...names.keys()])).map(({ id, name }) => [id, name]));
    const records = await this.listings.byKeys([...new Set(rows.flatMap(({ about }) => about ?? []))]);
    return rows.map(({ id, clientId, personId, kind, at, text, about }) => {
      const record = about ? records.get(about) : undefined;
      return {
        id,
        clientId,
        client: names.get(clientId) ?? '',
        person: people.get(personId ?? '') ?? '',
        at: at.toISOString(),
        text,
        home: record ? { listingKey: record.ListingKey, address: addressShown(forAudience(record, 'agent')) } : null,
        isProposal: kind === 'wish',
      };
    });
  }

  /** Sends an answer to what somebody wrote, or notes that it needs none. */
  async answer(agent: AgentRow, clientId: string, entryId: string, text: string): Promise<void> {
    await this.clients.own(agent.id, clientId);
    await inTransaction(this.database, async (manager) => {
      const entry = found(
        await manager.findOne(TimelineEntryRow, {
          where: { id: entryId, clientId, kind: In(FROM_CLIENTS) },
          lock: { mode: 'pessimistic_write' },
        }),
        'message',
      );
      await manager.update(TimelineEntryRow, { id: entryId }, { answeredAt: this.clock.date() });
      if (text.trim() === '') return;
      const person = found(await manager.findOneBy(PersonRow, { id: entry.personId ?? '', clientId }), 'person');
      const why = await whyNotWrite(manager, person.id, 'answer');
      if (why) throw new Failure('address.stopped', `Nothing was sent: ${why}.`);
      const [portalUrl, stopUrl] = await this.links.make(manager, person.id, 'portal', 'stop');
      await this.mail.write(manager, {
        ...toPerson(agent, clientId, person),
        subject: `${agent.name} answers you`,
        kind: 'answer',
        letter: {
          greeting: `Hello ${firstName(person.name)},`,
          paragraphs: [...text.trim().split(/\n{2,}/), `You wrote: “${entry.text}”`],
          homes: [],
          button: { label: 'Answer, or see your homes', url: portalUrl },
          agent,
          stopUrl,
        },
      });
      await this.entries.add({ clientId, personId: person.id, kind: 'toClient', text }, manager);
      await this.events.say(agent.id, 'mail', manager);
    });
  }
}
