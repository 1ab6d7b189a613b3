import { Inject, Injectable } from '@nestjs/common';
import { isOwnKey } from '@perambula/contract';
import type { AllTheSame, ChoiceBody, ChoicePreview, FactsToVerify, LookedAt } from '@perambula/contract';
import { addressShown, forAudience, homesTable, isBarred, lastLook } from '@perambula/core';
import type { ListingRecord } from '@perambula/core';
import { DateTime } from 'luxon';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { ClientRow, ClientsService, firstName, LinksService } from '../clients/index.js';
import type { PersonRow } from '../clients/index.js';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { Failure } from '../common/failure.js';
import { inTransaction } from '../common/transaction.js';
import { EventsService } from '../events/index.js';
import { Handouts } from '../handouts/index.js';
import { ListingsService } from '../listings/index.js';
import { clean, letterHome, MailService, renderLetter, richText, sayVerify, shortened, toPerson } from '../mail/index.js';
import type { Letter, LetterReport } from '../mail/index.js';
import { PortalService } from '../portal/index.js';
import { Responses } from '../responses/index.js';
import { ToVerify } from '../records/index.js';
import { SavedSearches } from '../searches/index.js';
import { SentHomes } from '../sentHomes/index.js';
import type { AgentRow } from '../sessions/index.js';

const MORE_PICTURES = 3;
const LONGEST_REMARKS = 420;

/** What a client reads of a home that is not simply for sale. */
const WHY: Readonly<Record<string, string>> = {
  Active: 'For sale',
  'Coming Soon': 'Coming soon',
  'Active Under Contract': 'Under contract',
  Pending: 'Under contract',
};

/** The homes that a message shows, and what is to verify of each, by listing key. */
interface Chosen {
  readonly going: readonly ListingRecord[];
  readonly verify: ReadonlyMap<string, FactsToVerify>;
}

/** Homes chosen for a client: looked at once more, seen as they will arrive, and sent. Done at the desk. */
@Injectable()
export class ChoicesService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly clients: ClientsService,
    private readonly events: EventsService,
    private readonly handouts: Handouts,
    private readonly links: LinksService,
    private readonly listings: ListingsService,
    private readonly mail: MailService,
    private readonly portal: PortalService,
    private readonly responses: Responses,
    private readonly searches: SavedSearches,
    private readonly sentHomes: SentHomes,
    private readonly verified: ToVerify,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** @param going  which of them the message shows; left out, those of which there is no doubt */
  async preview(agent: AgentRow, choice: ChoiceBody, going?: readonly string[]): Promise<ChoicePreview> {
    const { clientId, listingKeys, subject } = choice;
    await this.clients.own(agent.id, clientId);
    const { looked, records } = await this.look(agent.id, clientId, listingKeys);
    const shown = looked
      .filter(({ listingKey, doubts, barred }) => !barred && (going ? going.includes(listingKey) : doubts.length === 0))
      .map(({ listingKey }) => listingKey);
    const to = await this.clients.addressees(clientId);
    const { publicUrl } = this.config;
    const [portal, stop] = [`${publicUrl}/p/preview`, `${publicUrl}/stop/preview`];
    const shownHomes = recordsOf(shown, records);
    const chosen = { going: shownHomes, verify: await this.verified.ofEach(shownHomes, 'message') };
    const letter = this.letter(agent, choice, to[0]?.name ?? 'there', chosen, portal, stop);
    const { html, text } = await renderLetter(letter);
    return { homes: looked, going: shown, to, subject: subjectOf(subject, shown.length), html: clean(html), text };
  }

  /** @throws Failure where anything speaks against a home that its sender has not seen, or nobody may be written to */
  async send(agent: AgentRow, choice: ChoiceBody, allTheSame: readonly AllTheSame[]): Promise<{ sentTo: number }> {
    const { clientId, listingKeys } = choice;
    await this.clients.own(agent.id, clientId);
    // asked before the transaction, since the record is outside
    const verify = await this.verified.ofEach(await this.lookedAt(agent.id, choice, allTheSame), 'message');
    const pdf = choice.withPdf ? await this.pdf(agent, choice) : null;
    return inTransaction(this.database, async (manager) => {
      // one message at a time: what went to them a moment ago is seen
      await manager.findOne(ClientRow, { where: { id: clientId }, lock: { mode: 'pessimistic_write' } });
      const chosen = { going: await this.lookedAt(agent.id, choice, allTheSame), verify };
      const readers = await this.clients.readersOf(clientId);
      if (readers.length === 0)
        throw new Failure(
          'alert.noAddress',
          'None of this client’s addresses is confirmed, so nothing could be sent. Ask one to be confirmed first.',
        );
      const fileId = pdf && (await this.mail.keepFile(manager, { name: 'homes.pdf', type: 'application/pdf', content: pdf }));
      for (const person of readers) await this.write(manager, agent, choice, person, chosen, fileId);
      await this.sentHomes.add(manager, clientId, listingKeys, this.clock.date());
      await this.events.say(agent.id, 'mail', manager);
      return { sentTo: readers.length };
    });
  }

  /** @throws Failure where anything speaks against one that its sender has not seen */
  private async lookedAt(
    agentId: string,
    { clientId, listingKeys }: ChoiceBody,
    allTheSame: readonly AllTheSame[],
  ): Promise<ListingRecord[]> {
    const { looked, records } = await this.look(agentId, clientId, listingKeys);
    guardSeen(looked, allTheSame);
    return recordsOf(listingKeys, records);
  }

  private async write(
    manager: EntityManager,
    agent: AgentRow,
    choice: ChoiceBody,
    person: PersonRow,
    chosen: Chosen,
    fileId: string | null,
  ): Promise<void> {
    const [portalUrl, stopUrl] = await this.links.make(manager, person.id, 'portal', 'stop');
    await this.mail.write(manager, {
      ...toPerson(agent, choice.clientId, person),
      subject: subjectOf(choice.subject, chosen.going.length),
      letter: this.letter(agent, choice, person.name, chosen, portalUrl, stopUrl),
      kind: 'choice',
      ...(fileId === null ? {} : { fileId }),
    });
  }

  private pdf(agent: AgentRow, { listingKeys, form, words, subject }: ChoiceBody): Promise<Buffer> {
    const title = subjectOf(subject, listingKeys.length);
    return this.handouts.pdf(agent, { listingKeys, form, title }, richText(words).text);
  }

  /** What speaks against each of some homes, as things stand now. */
  private async look(
    agentId: string,
    clientId: string,
    listingKeys: readonly string[],
  ): Promise<{ looked: LookedAt[]; records: ReadonlyMap<string, ListingRecord> }> {
    // says why those cannot be sent
    for (const key of listingKeys.filter(isOwnKey)) await this.listings.forOthers(key);
    const [records, removed, told, searches, reactions, people] = await Promise.all([
      this.listings.byKeys(listingKeys),
      this.listings.removedOf(listingKeys),
      this.portal.toldTo(agentId, clientId),
      this.searches.list(agentId, clientId),
      this.responses.reactionsOf([clientId]),
      this.clients.everyoneOf([clientId]),
    ]);
    const names = new Map(people.map(({ id, name }) => [id, firstName(name)]));
    const doubts = lastLook(
      listingKeys.map((key) => ({
        record: removed.has(key) ? null : (records.get(key) ?? null),
        refusedBy: reactions
          .filter(({ listingKey, verdict }) => listingKey === key && verdict === 'notForUs')
          .map(({ personId, note }) => ({ person: names.get(personId) ?? 'Somebody', note })),
        told: this.dayOf(told.get(key)?.at),
      })),
      searches.map(({ document }) => document),
    );
    const looked = listingKeys.map((listingKey, i) => {
      const record = records.get(listingKey);
      const against = doubts[i] ?? [];
      return { listingKey, listing: record ? forAudience(record, 'agent') : null, doubts: against, barred: isBarred(against) };
    });
    return { looked, records };
  }

  private dayOf(moment: Date | undefined): string | null {
    return moment ? DateTime.fromJSDate(moment, { zone: this.config.zone }).toFormat('LLL d') : null;
  }

  /** The letter as it will arrive, for the outbox and for the preview alike. */
  private letter(
    agent: AgentRow,
    { form, words }: ChoiceBody,
    personName: string,
    chosen: Chosen,
    portalUrl: string,
    stopUrl: string,
  ): Letter {
    return {
      greeting: `Hello ${firstName(personName)},`,
      paragraphs: [],
      words: richText(words),
      homes: [],
      report: this.report(form, chosen, portalUrl),
      button: { label: 'See them and say what you think', url: portalUrl },
      agent,
      stopUrl,
    };
  }

  private report(form: ChoiceBody['form'], { going, verify }: Chosen, portalUrl: string): LetterReport {
    const listings = going.map((record) => forAudience(record, 'message'));
    const homes = listings.map((listing) => {
      const { StandardStatus: status, PhotosCount: photos } = listing;
      const why = WHY[String(status)] ?? String(status);
      const more = Math.min(MORE_PICTURES, Math.max(0, Number(photos ?? 0) - 1));
      return {
        ...letterHome(listing, why, portalUrl, this.config),
        verify: sayVerify(verify.get(listing.ListingKey) ?? null),
        remarks: shortened(String(listing['PublicRemarks'] ?? ''), LONGEST_REMARKS),
        morePictures: Array.from({ length: more }, (_, i) => `${this.config.publicUrl}/media/${listing.ListingKey}/${i + 1}.png`),
      };
    });
    return {
      homes: form === 'table' ? [] : homes,
      table: form === 'pictures' || homes.length === 0 ? null : { ...homesTable(listings, true), homes },
    };
  }
}

/** @throws Failure naming the first home against which anything speaks that its sender has not seen */
function guardSeen(looked: readonly LookedAt[], allTheSame: readonly AllTheSame[]): void {
  const seen = new Map(allTheSame.map(({ listingKey, doubts }) => [listingKey, doubts]));
  for (const { listingKey, listing, doubts, barred } of looked) {
    const unseen = doubts.find(({ kind }) => barred || !seen.get(listingKey)?.includes(kind));
    if (!unseen) continue;
    const name = listing ? addressShown(listing) : listingKey;
    throw new Failure('choice.doubtful', `${name}: ${unseen.said}. Look once more before it goes.`, { listingKey });
  }
}

function recordsOf(keys: readonly string[], records: ReadonlyMap<string, ListingRecord>): ListingRecord[] {
  return keys.flatMap((key) => records.get(key) ?? []);
}

/** What the agent wrote, or how many homes there are. */
function subjectOf(subject: string, homes: number): string {
  if (subject.trim()) return subject.trim();
  return homes === 1 ? 'A home I would like you to see' : `${homes} homes I would like you to see`;
}
