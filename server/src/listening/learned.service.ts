import { Injectable } from '@nestjs/common';
import type { Learned, LearnedChange } from '@perambula/contract';
import { forAudience, fieldOf, labelOf, phraseOf, searchOfLooks, sentenceOf, suggestionsFor } from '@perambula/core';
import type { JudgedHome, ListingRecord, Suggestion } from '@perambula/core';
import { ClientsService, firstName } from '../clients/index.js';
import { ListingsService } from '../listings/index.js';
import { Responses } from '../responses/index.js';
import { CountyContext } from '../roads/index.js';
import { SavedSearches } from '../searches/index.js';

/** The latest answers of a household that are gone by. */
const MOST_ANSWERS = 400;

/** What was learned, before it is counted what it would do. */
export type Uncounted<T> = Omit<T, 'adds' | 'drops' | 'fit'>;

export interface LearnedUncounted {
  readonly changes: readonly Uncounted<LearnedChange>[];
  readonly begin: Uncounted<NonNullable<Learned['begin']>> | null;
}

/** What clients' answers say of their searches: of each person by itself, from what they may see of a home. */
@Injectable()
export class LearnedService {
  constructor(
    private readonly clients: ClientsService,
    private readonly context: CountyContext,
    private readonly listings: ListingsService,
    private readonly responses: Responses,
    private readonly searches: SavedSearches,
  ) {}

  async of(agentId: string, clientId: string): Promise<LearnedUncounted> {
    const client = await this.clients.own(agentId, clientId);
    const searches = await this.searches.list(agentId, clientId);
    const said = (await this.responses.reactionsOf([clientId])).slice(0, MOST_ANSWERS);
    if (searches.length === 0) return { changes: [], begin: await this.begin(clientId, said) };
    const people = await this.clients.peopleOf([clientId]);
    const records = await this.listings.byKeys([...new Set(said.map(({ listingKey }) => listingKey))]);
    const context = this.context.now();
    const changes = people.flatMap((person) => {
      const homes = said.flatMap(({ personId, listingKey, verdict, note }): JudgedHome[] => {
        const record = records.get(listingKey);
        if (personId !== person.id || verdict === 'unsure' || !record) return [];
        return [{ record: asClientsSee(record), liked: verdict === 'like', note }];
      });
      return searches.flatMap(({ id, name, document }) =>
        suggestionsFor(document, homes, context).map((suggestion) => ({
          ...sayChange(suggestion),
          key: `${id}/${person.id}/${suggestion.line.field}/${suggestion.learned ? 'narrower' : 'wider'}`,
          searchId: id,
          searchName: name,
          person: firstName(person.name),
        })),
      );
    });
    return { changes: changes.filter(({ key }) => !client.setAside?.includes(key)), begin: null };
  }

  /** A search for somebody who has none, by the homes that they liked or opened, and did not refuse. */
  private async begin(
    clientId: string,
    said: readonly { readonly listingKey: string; readonly verdict: string }[],
  ): Promise<LearnedUncounted['begin']> {
    const refused = new Set(said.flatMap(({ listingKey, verdict }) => (verdict === 'notForUs' ? listingKey : [])));
    const visits = await this.responses.visitsOf([clientId]);
    const looked = [...said, ...visits].flatMap(({ listingKey }) => listingKey ?? []);
    const keys = [...new Set(looked)].filter((key) => !refused.has(key)).slice(0, MOST_ANSWERS);
    const records = [...(await this.listings.byKeys(keys)).values()];
    const document = searchOfLooks(records.map(asClientsSee));
    return document && { document, sentence: sentenceOf(document), homes: records.length };
  }
}

function asClientsSee(record: ListingRecord): ListingRecord {
  return { ...forAudience(record, 'client'), ListingKey: record.ListingKey };
}

function sayChange({ line, before, search, learned, likedOutside }: Suggestion) {
  return {
    label: fieldOf(line.field)?.label ?? labelOf(line),
    before: before && phraseOf(before),
    after: phraseOf(line),
    evidence: learned && {
      liked: learned.liked,
      refused: learned.refused,
      said: learned.said,
      refusedWithout: learned.refusedWithout,
    },
    likedOutside,
    document: search,
  };
}
