import { Inject, Injectable } from '@nestjs/common';
import { ON_MARKET } from '@perambula/core';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { ifFree } from '../common/locked.js';
import { FeedCursorRow } from './feed.entity.js';
import { FeedSource, NoSuchResource } from './feed.source.js';
import type { Raw } from './feed.source.js';
import { ListingWriter, textOf } from './listing.writer.js';
import type { Told } from './listing.writer.js';

const BEGINNING = '1970-01-01T00:00:00.000Z';
/** Records may come into a feed some while after the moment they bear. */
const LATE_MS = 10 * 60_000;
const KEYS_A_REQUEST = 300;

/** What the reader is doing, for whoever watches. */
export interface FeedProgress {
  readonly doing: 'waiting' | 'reading the market' | 'reading past changes' | 'first load' | 'reading changes' | 'comparing';
  readonly read: number;
  readonly failure: string | null;
}

/**
 * Reads listings from a RESO Web API: its account of the past, all listings once, then what was modified since. It can
 * stop anywhere and goes on where it was; a record that comes again or late changes nothing twice.
 */
@Injectable()
export class FeedReader {
  progress: FeedProgress = { doing: 'waiting', read: 0, failure: null };
  private readonly source: FeedSource;

  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly writer: ListingWriter,
    @Inject(CONFIG) private readonly config: Config,
  ) {
    this.source = new FeedSource(config.feed.url, config.feed.token);
  }

  /** @returns how many listings changed; 0 also when another server is reading */
  async pull(): Promise<number> {
    try {
      const changed = (await ifFree(this.database, 'feed', () => this.read())) ?? 0;
      this.progress = { doing: 'waiting', read: changed, failure: null };
      return changed;
    } catch (error) {
      this.progress = { ...this.progress, doing: 'waiting', failure: (error as Error).message };
      throw error;
    }
  }

  private async read(): Promise<number> {
    const listings = await this.cursor('Property');
    const isFirst = !listings.firstLoadDone;
    if (isFirst) {
      await this.readMarket();
      await this.readPast();
    }
    const changed = await this.readListings(listings);
    // what happened while the listings were read
    if (isFirst) await this.readPast();
    await this.readOpenHouses();
    await this.compareKeys();
    return changed;
  }

  /** What is on the market now, so that work can begin before 25 years have been read. */
  private async readMarket(): Promise<void> {
    const statuses = [...ON_MARKET].map((status) => `'${status}'`).join(',');
    for await (const page of this.source.all(`Property?$filter=${encodeURIComponent(`StandardStatus in (${statuses})`)}`)) {
      await this.writer.write(page, { told: [], isNews: false });
      this.tell('reading the market', page.length);
    }
  }

  /** Whether everything that the feed held was read once. */
  async hasReadAll(): Promise<boolean> {
    return (await this.cursor('Property')).firstLoadDone;
  }

  /** The feed's own account of past changes, so that a listing's history reaches back before the first load. */
  private async readPast(): Promise<void> {
    const cursor = await this.cursor('HistoryTransactional');
    await this.follow(cursor, 'HistoryTransactionalKey', 'reading past changes', cursor.firstLoadDone, async (page, also) => {
      await this.writer.writePast(page.map(toldOf), also);
      return 0;
    });
  }

  private async readListings(cursor: FeedCursorRow): Promise<number> {
    const isNews = cursor.firstLoadDone;
    const news = isNews ? 'reading changes' : 'first load';
    return this.follow(cursor, 'ListingKey', news, isNews, async (page, also) => {
      const fresh = isNews ? await this.writer.fresh(page) : page;
      const told = !isNews ? [] : fresh.length > 0 ? await this.changesOf(fresh) : [];
      const { added, changed } = await this.writer.write(fresh, { told, isNews, also });
      return added + changed;
    });
  }

  /** The feed's account of what became of these listings, or null when it keeps none. */
  private async changesOf(page: readonly Raw[]): Promise<Told[] | null> {
    const keys = [...new Set(page.map((raw) => String(raw['ListingKey'])))];
    const told: Told[] = [];
    try {
      for (let i = 0; i < keys.length; i += KEYS_A_REQUEST) {
        const quoted = keys.slice(i, i + KEYS_A_REQUEST).map((key) => `'${key.replaceAll("'", "''")}'`);
        const filter = `ResourceRecordKey in (${quoted.join(',')})`;
        for await (const rows of this.source.all(`HistoryTransactional?$filter=${encodeURIComponent(filter)}`))
          told.push(...rows.map(toldOf));
      }
    } catch (error) {
      if (error instanceof NoSuchResource) return null;
      throw error;
    }
    return told;
  }

  private async readOpenHouses(): Promise<void> {
    const cursor = await this.cursor('OpenHouse');
    await this.follow(cursor, 'OpenHouseKey', this.progress.doing, cursor.firstLoadDone, async (page, also) => {
      await this.database.transaction(async (manager) => {
        const rows = page.map((raw) => [
          raw['OpenHouseKey'],
          raw['ListingKey'],
          new Date(String(raw['OpenHouseStartTime'])),
          new Date(String(raw['OpenHouseEndTime'])),
          raw['OpenHouseStatus'],
          new Date(String(raw['ModificationTimestamp'])),
        ]);
        if (rows.length > 0)
          await manager.query(
            `INSERT INTO open_houses (openHouseKey, listingKey, startsAt, endsAt, status, modifiedAt) VALUES ?
             ON DUPLICATE KEY UPDATE startsAt = IF(VALUES(modifiedAt) > modifiedAt, VALUES(startsAt), startsAt),
               endsAt = IF(VALUES(modifiedAt) > modifiedAt, VALUES(endsAt), endsAt),
               status = IF(VALUES(modifiedAt) > modifiedAt, VALUES(status), status),
               modifiedAt = GREATEST(modifiedAt, VALUES(modifiedAt))`,
            [rows],
          );
        await also(manager);
      });
      return page.length;
    });
  }

  /** Once a day of the county, and after the first load: which listings the feed no longer has. */
  private async compareKeys(): Promise<void> {
    const cursor = await this.cursor('Comparison');
    const today = new Intl.DateTimeFormat('en-CA', { timeZone: this.config.zone }).format(this.clock.date());
    if (cursor.modifiedAt === today) return;
    this.progress = { ...this.progress, doing: 'comparing' };
    const there = new Set<string>();
    for await (const page of this.source.all('Property?$select=ListingKey'))
      for (const raw of page) there.add(String(raw['ListingKey']));
    const stored = await this.database.query<{ listingKey: string }[]>(
      "SELECT listingKey FROM listings WHERE removed = 0 AND source = 'feed'",
    );
    await this.writer.remove(stored.map(({ listingKey }) => listingKey).filter((key) => !there.has(key)));
    await this.database.getRepository(FeedCursorRow).save({ ...cursor, modifiedAt: today });
  }

  /**
   * Reads a resource from its cursor on, page after page; the cursor moves in the transaction that writes a page, and
   * the next page is asked for meanwhile. Once all was read, each round begins a little earlier, for what came late.
   */
  private async follow(
    cursor: FeedCursorRow,
    key: string,
    doing: FeedProgress['doing'],
    again: boolean,
    write: (page: readonly Raw[], also: (manager: EntityManager) => Promise<unknown>) => Promise<number>,
  ): Promise<number> {
    let changed = 0;
    let from = again ? { at: earlier(cursor.modifiedAt), key: '' } : { at: cursor.modifiedAt, key: cursor.lastKey };
    const ask = (): Promise<readonly Raw[]> => this.source.after(cursor.resource, key, from);
    let next = ask();
    for (;;) {
      let page: readonly Raw[];
      try {
        page = await next;
      } catch (error) {
        if (error instanceof NoSuchResource) return changed;
        throw error;
      }
      if (page.length === 0 && cursor.firstLoadDone) return changed;
      from = page.map((raw) => ({ at: String(raw['ModificationTimestamp']), key: String(raw[key]) })).reduce(later, from);
      const done = page.length === 0;
      if (!done) next = ask();
      next.catch(() => undefined);
      if (later(from, { at: cursor.modifiedAt, key: cursor.lastKey }) === from)
        Object.assign(cursor, { modifiedAt: from.at, lastKey: from.key });
      cursor.firstLoadDone ||= done;
      changed += await write(page, (manager) => manager.save(FeedCursorRow, cursor));
      this.tell(doing, page.length);
      if (done) return changed;
    }
  }

  private tell(doing: FeedProgress['doing'], more: number): void {
    const read = this.progress.doing === doing ? this.progress.read + more : more;
    this.progress = { doing, read, failure: null };
  }

  private async cursor(resource: string): Promise<FeedCursorRow> {
    const cursors = this.database.getRepository(FeedCursorRow);
    return (
      (await cursors.findOneBy({ resource })) ??
      cursors.create({ resource, modifiedAt: BEGINNING, lastKey: '', firstLoadDone: false })
    );
  }
}

type Place = { readonly at: string; readonly key: string };

function later(a: Place, b: Place): Place {
  return a.at > b.at || (a.at === b.at && a.key >= b.key) ? a : b;
}

function earlier(at: string): string {
  return new Date(Math.max(0, Date.parse(at) - LATE_MS)).toISOString();
}

function toldOf(raw: Raw): Told {
  return {
    feedKey: String(raw['HistoryTransactionalKey']),
    listingKey: String(raw['ResourceRecordKey']),
    field: String(raw['FieldName']),
    from: textOf(raw['PreviousValue']),
    to: textOf(raw['NewValue']),
    at: new Date(String(raw['ModificationTimestamp'])),
  };
}
