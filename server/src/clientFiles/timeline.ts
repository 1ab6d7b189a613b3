import { Injectable } from '@nestjs/common';
import type { Happening } from '@perambula/contract';
import { DataSource, In } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { ListingsService } from '../listings/index.js';
import { OutboxRow } from '../mail/index.js';
import { PortalService } from '../portal/index.js';
import { ShowingsService } from '../showings/index.js';

/** What lately happened with a client: messages, visits, what was said of homes, showings. */
@Injectable()
export class Timeline {
  constructor(
    private readonly database: DataSource,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
    private readonly portal: PortalService,
    private readonly showings: ShowingsService,
  ) {}

  /** The latest first. */
  async of(clientId: string): Promise<Happening[]> {
    const [messages, visits, reactions, showings, people] = await Promise.all([
      this.database
        .getRepository(OutboxRow)
        .find({ where: { clientId, state: In(['sent', 'queued']) }, order: { createdAt: 'DESC' }, take: 20 }),
      this.portal.visitsOf([clientId]),
      this.portal.reactionsOf([clientId]),
      this.showings.ofClient(clientId),
      this.clients.everyoneOf([clientId]),
    ]);
    const names = new Map(people.map(({ id, name }) => [id, name]));
    const records = await this.listings.byKeys([
      ...new Set([...visits, ...reactions, ...showings].flatMap(({ listingKey }) => listingKey ?? [])),
    ]);
    const address = (key: string): string => String(records.get(key)?.['UnparsedAddress'] ?? key);
    const verdicts = { like: 'likes', unsure: 'is unsure of', notForUs: 'says no to' } as const;
    const states = {
      asked: 'asked to see',
      proposed: 'visit proposed:',
      confirmed: 'visit agreed:',
      refused: 'visit refused:',
      canceled: 'visit canceled:',
    } as const;
    const happenings: Happening[] = [
      ...messages.map(({ createdAt, subject, toName }) => ({
        at: createdAt.toISOString(),
        text: `Sent to ${toName}: ${subject}`,
        listingKey: null,
      })),
      ...visits.slice(0, 30).map(({ at, personId, listingKey }) => ({
        at: at.toISOString(),
        text: listingKey ? `${names.get(personId) ?? ''} opened ${address(listingKey)}` : `${names.get(personId) ?? ''} came by`,
        listingKey,
      })),
      ...reactions.map(({ at, personId, verdict, note, listingKey }) => ({
        at: at.toISOString(),
        text: `${names.get(personId) ?? ''} ${verdicts[verdict]} ${address(listingKey)}${note ? `: “${note}”` : ''}`,
        listingKey,
      })),
      ...showings.map(({ createdAt, state, listingKey, wish }) => ({
        at: createdAt.toISOString(),
        text: `${states[state]} ${address(listingKey)}${wish ? `: “${wish}”` : ''}`.replace(/^./, (first) => first.toUpperCase()),
        listingKey,
      })),
    ];
    return happenings.sort((a, b) => (a.at < b.at ? 1 : -1)).slice(0, 25);
  }
}
