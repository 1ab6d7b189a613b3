import { Injectable } from '@nestjs/common';
import type { Proposal, Wish, WishEffect } from '@perambula/contract';
import { MOST_WISHED } from '@perambula/contract';
import { differencesOf, forAudience, isEither, labelOf, mayShow, notToWishBy, positionOf, withWish } from '@perambula/core';
import type { ComparedPartName, Gazetteer, ListingRecord, Search } from '@perambula/core';
import { DataSource } from 'typeorm';
import { ClientsService } from '../clients/index.js';
import { Failure, found } from '../common/failure.js';
import { PortalService } from '../portal/index.js';
import { SavedSearches, SearchDocuments, SearchesService } from '../searches/index.js';
import { TimelineEntryRow } from '../timelineEntries/index.js';
import type { ProposedBody, WishedBody } from './dto/bodies.js';

/** Names of places and schools, by which clients say where. */
const NAMED_BY = ['City', 'SubdivisionName', 'ElementarySchool', 'MiddleOrJuniorSchool', 'HighSchool'];
const MOST_LINES = 20;
const MOST_BOUNDS = 5;

/** What clients would change of their searches. Nothing changes but by their agent, who hears of it as of what they write. */
@Injectable()
export class ProposalsService {
  constructor(
    private readonly database: DataSource,
    private readonly clients: ClientsService,
    private readonly documents: SearchDocuments,
    private readonly portal: PortalService,
    private readonly saved: SavedSearches,
    private readonly searches: SearchesService,
  ) {}

  async words(): Promise<Pick<Gazetteer, 'choices'>> {
    const choices = await this.searches.choices();
    return { choices: Object.fromEntries(NAMED_BY.map((field) => [field, (choices[field] ?? []).map(({ value }) => value)])) };
  }

  /** What a wish would do, counted in homes that its reader may know of. */
  async try(personId: string, searchId: string, body: WishedBody): Promise<WishEffect> {
    const { agentId, document } = await this.searchOf(personId, searchId);
    const { wish, widens } = await this.read(body);
    const wished = withWish(document, wish, widens);
    // where a home stands that shows no address is told by no count either
    const byPlace = wish.bounds.length > 0 || wish.lines.some((line) => isEither(line) || line.field === 'Minutes');
    const count = async (part: ComparedPartName): Promise<number> => {
      const { rows } = await this.searches.compare(agentId, document, wished, { part, limit: MOST_WISHED });
      return rows.filter((row) => mayBeCounted(row as ListingRecord, byPlace)).length;
    };
    const [adds, drops] = await Promise.all([count('onlyB'), count('onlyA')]);
    return { changes: differencesOf(document, wished), adds, drops };
  }

  async propose(personId: string, searchId: string, { text, ...body }: ProposedBody): Promise<void> {
    await this.searchOf(personId, searchId);
    await this.portal.write(personId, text, null, { searchId, wish: await this.read(body) });
  }

  /** What a wish would do to the search as it stands now. */
  async get(agentId: string, clientId: string, entryId: string): Promise<Proposal> {
    await this.clients.own(agentId, clientId);
    const entry = await this.database.getRepository(TimelineEntryRow).findOneBy({ id: entryId, clientId, kind: 'wish' });
    const { about, wish: said } = found(entry, 'wish');
    const { id, name, document } = await this.saved.own(agentId, about ?? '');
    const { wish, widens } = found(said, 'wish');
    const wished = withWish(document, wish, widens);
    const { onlyA, onlyB } = await this.searches.compare(agentId, document, wished, { part: 'both', limit: 1 });
    return {
      searchId: id,
      searchName: name,
      changes: differencesOf(document, wished),
      document: wished,
      adds: onlyB,
      drops: onlyA,
    };
  }

  /** A search of the reader's household that they hear of. */
  private async searchOf(personId: string, searchId: string): Promise<{ readonly agentId: string; readonly document: Search }> {
    const { client, agent } = await this.clients.person(personId);
    const searches = await this.saved.list(agent.id, client.id);
    const { document } = found(
      searches.find(({ id, alert }) => id === searchId && alert),
      'search',
    );
    return { agentId: agent.id, document };
  }

  /** @throws Failure where it is too long, or by what clients do not search */
  private async read({ wish, widens }: WishedBody): Promise<Wish> {
    const { lines, bounds } = await this.documents.read({ version: 1, kinds: ['Residential'], order: [], ...wish });
    if (lines.length > MOST_LINES || bounds.length > MOST_BOUNDS)
      throw new Failure('search.invalid', `A wish has at most ${MOST_LINES} lines and ${MOST_BOUNDS} areas.`, { path: 'wish' });
    const [refused] = notToWishBy({ lines });
    if (refused) {
      const about = isEither(refused) ? 'either of two' : labelOf(refused);
      throw new Failure('search.invalid', `Homes are not found here by that: ${about}. Write to your agent.`, { path: 'wish' });
    }
    return { wish: { lines, bounds }, widens };
  }
}

function mayBeCounted(record: ListingRecord, byPlace: boolean): boolean {
  return mayShow(record, 'client') && (!byPlace || positionOf(forAudience(record, 'client')) !== null);
}
