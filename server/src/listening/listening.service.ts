import { Injectable } from '@nestjs/common';
import type { WorthAWord } from '@perambula/contract';
import { addressShown, attentionOf, dollars, forAudience, isAvailable, tellableOf } from '@perambula/core';
import type { Attention, ListingChange, ListingRecord } from '@perambula/core';
import { DataSource, In, MoreThan } from 'typeorm';
import { ClientsService, firstName } from '../clients/index.js';
import type { ClientRow, PersonRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { ListingsService } from '../listings/index.js';
import { OutboxRow } from '../mail/index.js';
import { Responses } from '../responses/index.js';
import type { ReactionRow, VisitRow } from '../responses/index.js';
import { ShowingsService } from '../showings/index.js';

const DAY_MS = 86_400_000;
/** How far back messages and visits are looked at. */
const LOOKED_BACK_MS = 120 * DAY_MS;
/** Messages in 30 days from which on a weekly one may be read better. */
const MANY_IN_A_MONTH = 12;
const MOST_WAKERS = 3;
const ORDER: readonly WorthAWord['kind'][] = ['cameByPage', 'returns', 'quiet', 'neverOpened'];
/** For so long somebody who came by the agent's page is new. */
const NEW_FOR_MS = 7 * DAY_MS;

/** What one household is known by, as far as it is looked at here. */
interface Known {
  readonly client: ClientRow;
  readonly person: PersonRow;
  readonly messages: readonly number[];
  readonly visits: readonly VisitRow[];
  readonly reactions: readonly ReactionRow[];
}

/** Whom to write to and why, by what was sent, opened and said; of whoever declines to be counted nothing is concluded. */
@Injectable()
export class ListeningService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly listings: ListingsService,
    private readonly responses: Responses,
    private readonly showings: ShowingsService,
  ) {}

  /** The most telling first; of a household those who are worth a word, each with what may wake them. */
  async worthAWord(clients: readonly ClientRow[]): Promise<WorthAWord[]> {
    const known = await this.known(clients);
    const found = known.flatMap(({ asked, ...each }) => {
      // of whoever declines to be counted nothing is concluded
      const attention = each.person.countsVisits ? this.attention(each, asked) : null;
      return attention ? [{ ...each, attention }] : [];
    });
    const keys = new Set(found.flatMap((each) => keysOf(each)));
    const records = await this.listings.byKeys([...keys]);
    const changes = await this.listings.changesOf([...keys], new Date(this.clock.now() - LOOKED_BACK_MS));
    const fresh = known.flatMap(({ client, person }) => this.cameByPage(client, person));
    return [...fresh, ...found.map((each) => this.say(each, records, changes))].sort(
      (a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) || b.days - a.days,
    );
  }

  /** Somebody who came of their own accord lately, and whose address is confirmed. */
  private cameByPage({ id, name, cameBy, createdAt }: ClientRow, { name: person, phone }: PersonRow): WorthAWord[] {
    const since = Math.max(0, this.clock.now() - createdAt.getTime());
    if (cameBy !== 'page' || since > NEW_FOR_MS) return [];
    const days = Math.floor(since / DAY_MS);
    return [
      {
        clientId: id,
        client: name,
        person,
        kind: 'cameByPage',
        days,
        why: `${firstName(person)} asked there for homes ${days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`}, and has confirmed the address`,
        home: null,
        wakers: phone ? [{ text: `Call ${phone}`, home: null }] : [],
      },
    ];
  }

  private async known(clients: readonly ClientRow[]): Promise<(Known & { asked: ReadonlySet<string> })[]> {
    const ids = clients.map(({ id }) => id);
    const since = new Date(this.clock.now() - LOOKED_BACK_MS);
    const [people, messages, visits, reactions, showings] = await Promise.all([
      this.clients.peopleOf(ids),
      this.database.getRepository(OutboxRow).find({
        select: { personId: true, sentAt: true },
        where: { clientId: In(ids), kind: In(['digest', 'choice']), state: 'sent', sentAt: MoreThan(since) },
      }),
      this.responses.visitsOf(ids, since),
      this.responses.reactionsOf(ids),
      this.showings.ofClients(ids),
    ]);
    return people
      .filter(({ confirmedAt, stoppedAt }) => confirmedAt && !stoppedAt)
      .flatMap((person) => {
        const client = clients.find(({ id }) => id === person.clientId);
        if (!client) return [];
        const own = <T extends { personId: string }>(rows: readonly T[]): T[] =>
          rows.filter(({ personId }) => personId === person.id);
        return [
          {
            client,
            person,
            messages: own(messages).flatMap(({ sentAt }) => sentAt?.getTime() ?? []),
            visits: own(visits),
            reactions: own(reactions),
            asked: new Set(showings.filter(({ clientId }) => clientId === client.id).map(({ listingKey }) => listingKey)),
          },
        ];
      });
  }

  private attention({ messages, visits, reactions }: Known, asked: ReadonlySet<string>): Attention | null {
    const refused = reactions.filter(({ verdict }) => verdict === 'notForUs').map(({ listingKey }) => listingKey);
    const reading = {
      messages,
      visits: [...visits, ...reactions].map(({ at }) => at.getTime()),
      opened: visits.flatMap(({ listingKey, at }) => (listingKey ? [{ listingKey, at: at.getTime() }] : [])),
      settled: new Set([...refused, ...asked]),
    };
    return attentionOf(reading, this.clock.now());
  }

  private say(
    known: Known & { readonly attention: Attention },
    records: ReadonlyMap<string, ListingRecord>,
    changes: readonly ListingChange[],
  ): WorthAWord {
    const { client, person, attention, messages } = known;
    const name = firstName(person.name);
    const about = { clientId: client.id, client: client.name, person: person.name, kind: attention.kind, days: attention.days };
    if (attention.kind === 'returns') {
      const record = records.get(attention.listingKey);
      const home = record ? homeOf(record) : null;
      return {
        ...about,
        why: `${name} came back to it on ${attention.days} days within two weeks, and has not asked to see it`,
        home,
        wakers: [],
      };
    }
    const why =
      attention.kind === 'quiet'
        ? `Silent for ${attention.days} days and ${attention.messages} messages; ${name} used to come ${sayEvery(attention.usual)}`
        : `${attention.messages} messages in ${attention.days} days, and none of their links was followed`;
    const monthAgo = this.clock.now() - 30 * DAY_MS;
    const lately = messages.filter((at) => at > monthAgo).length;
    const wakers = [
      ...changedSince(known, records, changes),
      ...(lately >= MANY_IN_A_MONTH ? [{ text: `Write less often: ${lately} messages in 30 days`, home: null }] : []),
      ...(person.phone ? [{ text: `Call ${person.phone}`, home: null }] : []),
    ];
    return { ...about, why, home: null, wakers: wakers.slice(0, MOST_WAKERS) };
  }
}

/** The homes that somebody did not refuse: those that they liked, then those that they opened. */
function keysOf({ visits, reactions }: Known): string[] {
  const refused = new Set(reactions.filter(({ verdict }) => verdict === 'notForUs').map(({ listingKey }) => listingKey));
  const liked = reactions.filter(({ verdict }) => verdict !== 'notForUs').map(({ listingKey }) => listingKey);
  return [...new Set([...liked, ...visits.flatMap(({ listingKey }) => listingKey ?? [])])].filter((key) => !refused.has(key));
}

/** What came down or came back since they were there last, of homes that they looked at and that can be had. */
function changedSince(
  known: Known,
  records: ReadonlyMap<string, ListingRecord>,
  changes: readonly ListingChange[],
): WorthAWord['wakers'] {
  const last = Math.max(0, ...[...known.visits, ...known.reactions].map(({ at }) => at.getTime()));
  const liked = new Set(known.reactions.filter(({ verdict }) => verdict === 'like').map(({ listingKey }) => listingKey));
  return keysOf(known).flatMap((key) => {
    const record = records.get(key);
    if (!record || !isAvailable(String(record['StandardStatus']))) return [];
    const since = changes.filter(({ ListingKey, at }) => ListingKey === key && at > last);
    const cut = since.find((change) => tellableOf(change) === 'priceDown');
    const back = since.some((change) => tellableOf(change) === 'backOnMarket');
    if (!cut && !back) return [];
    const home = homeOf(record);
    const by = cut ? `came down ${dollars(Number(cut.from) - Number(record['ListPrice']))}` : 'is back on the market';
    return [{ text: `${home.address}, which they ${liked.has(key) ? 'like' : 'opened'}, ${by}`, home }];
  });
}

function homeOf(record: ListingRecord): { listingKey: string; address: string } {
  return { listingKey: record.ListingKey, address: addressShown(forAudience(record, 'agent')) };
}

function sayEvery(days: number): string {
  if (days <= 1) return 'every day';
  return days === 2 ? 'every other day' : `every ${Math.round(days)} days`;
}
