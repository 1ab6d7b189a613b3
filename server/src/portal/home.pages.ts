import { setTimeout as wait } from 'node:timers/promises';
import { Injectable } from '@nestjs/common';
import type { PortalHomeAnswer } from '@perambula/contract';
import {
  fieldOf,
  fitOf,
  likenessOf,
  likenessParts,
  mayShow,
  positionOf,
  shownMoments,
  today,
  USUAL_WEIGHTS,
} from '@perambula/core';
import type { ListingRecord, Search } from '@perambula/core';
import { Clock } from '../clock/index.js';
import { found } from '../common/failure.js';
import { log } from '../common/log.js';
import { ListingsService } from '../listings/index.js';
import { RecordsSource } from '../records/index.js';
import { Responses } from '../responses/index.js';
import { CountyContext, RoadsService } from '../roads/index.js';
import { SavedSearches } from '../searches/index.js';
import { ShowingsService } from '../showings/index.js';
import { cardOf, PortalService } from './portal.service.js';

const MOST_ALIKE = 3;
/** Captions that take longer are done without. */
const LONGEST_CAPTIONS_MS = 1_500;
/** Homes that are less like it than so, from 0 to 1, are not called alike. */
const LEAST_LIKE = 0.5;

/** One home of a portal by itself: what its household may read of it beside what the list says. */
@Injectable()
export class HomePages {
  constructor(
    private readonly clock: Clock,
    private readonly context: CountyContext,
    private readonly listings: ListingsService,
    private readonly portal: PortalService,
    private readonly responses: Responses,
    private readonly roads: RoadsService,
    private readonly searches: SavedSearches,
    private readonly showings: ShowingsService,
    private readonly source: RecordsSource,
  ) {}

  async of(personId: string, key: string, isKnown: boolean): Promise<PortalHomeAnswer> {
    const { client, agent } = await this.portal.guardTold(personId, key);
    const record = await this.listings.forOthers(key);
    found(mayShow(record, 'client') ? true : null, 'home in this portal');
    const searches = await this.searches.list(agent.id, client.id);
    const documents = searches.filter(({ alert }) => alert).map(({ document }) => document);
    // where the seller withholds the address, nothing tells it in another way
    const card = cardOf(record);
    const at = positionOf(card.listing);
    const [captions, journeys, onFoot, [life], openHouses, times, alike] = await Promise.all([
      this.captionsOf(key),
      at ? this.journeys(documents, record) : [],
      at ? this.roads.onFoot(at) : [],
      isKnown ? this.listings.livesOf([key]) : [],
      this.listings.openHousesOf(key),
      this.showings.freeTimes(agent.id, client),
      this.alike(client.id, personId, record),
    ]);
    const now = this.clock.date().toISOString();
    return {
      ...card,
      captions,
      journeys,
      onFoot,
      bounds: at ? documents.flatMap(({ bounds }) => bounds) : [],
      moments: life ? shownMoments(life) : [],
      openHouses: openHouses.flatMap(({ startsAt, endsAt, status }) =>
        status === 'Active' && endsAt > now ? [{ startsAt, endsAt }] : [],
      ),
      times: times.map((time) => time.toISOString()),
      alike,
    };
  }

  /** A page without captions is better than none. */
  private async captionsOf(key: string): Promise<readonly string[]> {
    try {
      const media = await Promise.race([this.source.media(key), wait(LONGEST_CAPTIONS_MS, null, { ref: false })]);
      return media?.pictures ?? [];
    } catch (error) {
      log.warn({ error }, 'captions of a home were not read');
      return [];
    }
  }

  /** The minutes that the household's searches ask about. */
  private async journeys(documents: readonly Search[], record: ListingRecord): Promise<PortalHomeAnswer['journeys']> {
    const made = await this.roads.journeysOf(documents, () => 'the way to a place');
    const rows = documents.flatMap((document) => fitOf(document, record, this.context.now(made)).rows);
    const journeys = rows.flatMap(({ field, label, value }) =>
      field !== null && fieldOf(field)?.unit === 'min'
        ? [{ label, minutes: typeof value === 'number' ? Math.ceil(value) : null }]
        : [],
    );
    return journeys.filter(({ label }, i) => journeys.findIndex((each) => each.label === label) === i);
  }

  private async alike(clientId: string, personId: string, record: ListingRecord): Promise<string[]> {
    const liked = (await this.responses.reactionsOf([clientId])).filter(
      (row) => row.personId === personId && row.verdict === 'like' && row.listingKey !== record.ListingKey,
    );
    const records = await this.listings.byKeys(liked.map(({ listingKey }) => listingKey));
    const day = today(this.clock.time());
    const ofSubject = likenessParts(record, record, day);
    return [...records.values()]
      .filter((other) => mayShow(other, 'client'))
      .map((other) => ({
        key: other.ListingKey,
        likeness: likenessOf(likenessParts(record, other, day), ofSubject, USUAL_WEIGHTS),
      }))
      .filter(({ likeness }) => likeness >= LEAST_LIKE)
      .sort((a, b) => b.likeness - a.likeness)
      .slice(0, MOST_ALIKE)
      .map(({ key }) => key);
  }
}
