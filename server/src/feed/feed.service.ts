import { Inject, Injectable } from '@nestjs/common';
import type { FeedState, FieldCoverage } from '@perambula/contract';
import { FIELDS, ON_MARKET } from '@perambula/core';
import { DataSource } from 'typeorm';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import type { ListingRow } from '../listings/index.js';
import { SearchesService } from '../searches/index.js';
import { FeedCursorRow, FeedMissingRow, FeedRejectRow } from './feed.entity.js';
import { Steps } from '../steps/index.js';
import type { FeedProgress } from './feedProgress.js';
import { FeedSettings, nameOf } from './feed.settings.js';

const MOST_REJECTS = 200;
/** What a home for sale cannot have yet, or need not have. */
const OF_THE_SALE: readonly string[] = ['ClosePrice', 'PreviousListPrice'];

/** What is known of the feed: how far it was read, what it brought, what could not be read, how well its fields are filled. */
@Injectable()
export class FeedService {
  constructor(
    private readonly database: DataSource,
    private readonly steps: Steps,
    private readonly searches: SearchesService,
    private readonly settings: FeedSettings,
    @Inject(CONFIG) private readonly config: Pick<Config, 'feed'>,
  ) {}

  async state(): Promise<FeedState> {
    const address = await this.settings.current();
    const feed = address ? nameOf(address) : '';
    const cursor = await this.database.getRepository(FeedCursorRow).findOneBy({ feed, resource: 'Property' });
    const missing = await this.database.getRepository(FeedMissingRow).findOneBy({ feed, agreed: 0 });
    const kept = await this.database.query<{ source: ListingRow['source']; removed: number; n: string }[]>(
      'SELECT source, removed, COUNT(*) AS n FROM listings GROUP BY source, removed',
    );
    const [market] = await this.database.query<{ n: string }[]>(
      'SELECT COUNT(*) AS n FROM listings WHERE removed = 0 AND standardStatus IN (?)',
      [[...ON_MARKET]],
    );
    const sumOf = (test: (row: (typeof kept)[number]) => boolean): number =>
      kept.filter(test).reduce((sum, { n }) => sum + Number(n), 0);
    const rejects = await this.database.getRepository(FeedRejectRow).find({ order: { at: 'DESC' }, take: MOST_REJECTS });
    return {
      address: address?.root ?? null,
      chosen: address?.chosen ?? false,
      first: this.config.feed.first?.root ?? null,
      ...(await this.progress()),
      hasReadAll: cursor?.firstLoadDone ?? false,
      readUntil: cursor?.modifiedAt ?? null,
      listings: {
        onMarket: Number(market?.n),
        fromFeed: sumOf(({ source, removed }) => source === 'feed' && removed === 0),
        fromFiles: sumOf(({ source, removed }) => source === 'file' && removed === 0),
        removed: sumOf(({ removed }) => removed !== 0),
      },
      missing: missing && { listings: missing.missing, of: missing.stored, foundAt: missing.foundAt.toISOString() },
      changes: await this.countOf('listing_events'),
      openHouses: await this.countOf('open_houses'),
      rejects: rejects.map(({ listingKey, reason, at }) => ({ listingKey, reason, at: at.toISOString() })),
    };
  }

  /** What the reader is at, whichever server reads. */
  private async progress(): Promise<FeedProgress & { failure: string | null }> {
    const { feed } = await this.steps.states();
    const { doing, read } = (feed.progress ?? { doing: 'waiting', read: 0 }) as FeedProgress;
    return { doing, read, failure: feed.reason };
  }

  /** How many of the homes for sale have each field, the emptiest first. */
  async coverage(): Promise<FieldCoverage[]> {
    const filled = await this.searches.filled(['Residential']);
    const shares = FIELDS.flatMap(({ name, label, group, derive }) => {
      const share = filled[name];
      return derive || group === 'Status' || OF_THE_SALE.includes(name) || share == null
        ? []
        : [{ field: name, label, filled: share }];
    });
    return shares.sort((a, b) => a.filled - b.filled);
  }

  private async countOf(table: 'listing_events' | 'open_houses'): Promise<number> {
    const [row] = await this.database.query<{ n: string }[]>(`SELECT COUNT(*) AS n FROM ${table}`);
    return Number(row?.n);
  }
}
