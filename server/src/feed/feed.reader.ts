import { Inject, Injectable } from '@nestjs/common';
import type { OnModuleDestroy } from '@nestjs/common';
import { ON_MARKET } from '@perambula/core';
import { DataSource } from 'typeorm';
import type { EntityManager } from 'typeorm';
import { Clock } from '../clock/index.js';
import { CONFIG } from '../common/config.js';
import type { Config } from '../common/config.js';
import { insertRows } from '../common/insertRows.js';
import { whenFree } from '../common/locked.js';
import { FeedCursorRow } from './feed.entity.js';
import { FEED_LOCK, FeedSettings } from './feed.settings.js';
import type { FeedAddress } from './feed.settings.js';
import { joinHomes, joinOpenHouses } from './joinedFields.js';
import { withSequence } from './lockSequence.js';
import { FeedSource, lastOf, later, NoSuchResource } from './feed.source.js';
import type { Page, Place, Raw } from './feed.source.js';
import { ListingPages } from './listingPages.js';
import { ListingWriter, textOf } from './listing.writer.js';
import type { Told } from './listing.writer.js';
import { Surroundings } from '../common/surroundings.js';
import { readBatch } from './readRecord.js';
import type { ReadListing } from './readRecord.js';

const BEGINNING = '1970-01-01T00:00:00.000Z';
/** Records may come into a feed some while after the moment they bear. */
const LATE_MS = 10 * 60_000;
const KEYS_A_REQUEST = 300;

/** How the pages of a resource come, and how one is written. */
interface Steps<P extends Page> {
  readonly ask: (from: Place) => Promise<P>;
  readonly write: (page: P, also: (manager: EntityManager) => Promise<unknown>) => Promise<number>;
}

/** What the reader is doing, for whoever watches. */
export interface FeedProgress {
  readonly doing:
    | 'waiting'
    | 'reading the market'
    | 'reading past changes'
    | 'first load'
    | 'reading changes'
    | 'joining the listings of each home'
    | 'comparing';
  readonly read: number;
  readonly failure: string | null;
}

/**
 * Reads listings from a RESO Web API: its account of the past, all listings once, then what was modified since. It can
 * stop anywhere and goes on where it was; a record that comes again or late changes nothing twice.
 */
@Injectable()
export class FeedReader implements OnModuleDestroy {
  progress: FeedProgress = { doing: 'waiting', read: 0, failure: null };
  /** The feed that is open, null before the first round. */
  private address: FeedAddress | null = null;
  private source: FeedSource;
  private pages: ListingPages;
  /** The minute that open houses were last looked at, ISO 8601. */
  private openHousesAt = '';

  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly writer: ListingWriter,
    private readonly settings: FeedSettings,
    private readonly surroundings: Surroundings,
    @Inject(CONFIG) private readonly config: Pick<Config, 'zone' | 'countyDir'>,
  ) {}

  async onModuleDestroy(): Promise<void> {
    if (this.address) await this.pages.end();
  }

  /** @returns how many listings changed; 0 also when another server is reading */
  async pull(): Promise<number> {
    try {
      const changed = (await whenFree(this.database, FEED_LOCK, 0, () => this.read())) ?? 0;
      this.progress = { doing: 'waiting', read: changed, failure: null };
      return changed;
    } catch (error) {
      this.progress = { ...this.progress, doing: 'waiting', failure: (error as Error).message };
      throw error;
    }
  }

  private async read(): Promise<number> {
    await this.open();
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
    await this.join();
    await this.compareKeys();
    return changed;
  }

  /** Turns to the feed that the settings name. */
  private async open(): Promise<void> {
    const address = await this.settings.current();
    if (address.root === this.address?.root && address.token === this.address.token) return;
    if (this.address) await this.pages.end();
    this.source = new FeedSource(address.root, address.token);
    this.pages = new ListingPages(address, this.config.countyDir);
    this.address = address;
  }

  /** What is on the market now, so that work can begin before 25 years have been read. */
  private async readMarket(): Promise<void> {
    const statuses = [...ON_MARKET].map((status) => `'${status}'`).join(',');
    for await (const page of this.source.all(`Property?$filter=${encodeURIComponent(`StandardStatus in (${statuses})`)}`)) {
      await this.writer.write(readBatch(page, this.surroundings), { told: [], isNews: false });
      this.tell('reading the market', page.length);
    }
  }

  /** Whether everything that the feed held was read once, and joined; comparing what is there comes last. */
  async hasReadAll(): Promise<boolean> {
    const [listings, joined, compared] = await Promise.all([
      this.cursor('Property'),
      this.cursor('Joined'),
      this.cursor('Comparison'),
    ]);
    return listings.firstLoadDone && joined.firstLoadDone && compared.modifiedAt !== BEGINNING;
  }

  /** The feed's own account of past changes, so that a listing's history reaches back before the first load. */
  private async readPast(): Promise<void> {
    const cursor = await this.cursor('HistoryTransactional');
    await this.follow(cursor, 'reading past changes', cursor.firstLoadDone, {
      ask: (from) => this.rawPage('HistoryTransactional', 'HistoryTransactionalKey', from),
      write: async ({ raws }, also) => {
        await this.writer.writePast(raws.map(toldOf), also);
        return 0;
      },
    });
  }

  private async readListings(cursor: FeedCursorRow): Promise<number> {
    const isNews = cursor.firstLoadDone;
    const news = isNews ? 'reading changes' : 'first load';
    return this.follow(cursor, news, isNews, {
      ask: (from) => this.pages.after(from),
      write: async ({ records, rejects }, also) => {
        const fresh = isNews ? await this.writer.fresh(records) : records;
        const told = isNews && fresh.length > 0 ? await this.changesOf(fresh) : [];
        const { added, changed } = await this.writer.write({ records: fresh, rejects }, { told, isNews, also });
        return added + changed;
      },
    });
  }

  /** The feed's account of what became of these listings, or null when it keeps none. */
  private async changesOf(listings: readonly ReadListing[]): Promise<Told[] | null> {
    const keys = [...new Set(listings.map(({ key }) => key))];
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
    await this.follow(cursor, this.progress.doing, cursor.firstLoadDone, {
      ask: (from) => this.rawPage('OpenHouse', 'OpenHouseKey', from),
      write: ({ raws }, also) =>
        this.database.transaction(async (manager) => {
          await insertRows(
            manager,
            'INSERT INTO open_houses (openHouseKey, listingKey, startsAt, endsAt, status, modifiedAt)',
            raws.map((raw) => [
              raw['OpenHouseKey'],
              raw['ListingKey'],
              new Date(String(raw['OpenHouseStartTime'])),
              new Date(String(raw['OpenHouseEndTime'])),
              raw['OpenHouseStatus'],
              new Date(String(raw['ModificationTimestamp'])),
            ]),
            `ON DUPLICATE KEY UPDATE startsAt = IF(VALUES(modifiedAt) > modifiedAt, VALUES(startsAt), startsAt),
               endsAt = IF(VALUES(modifiedAt) > modifiedAt, VALUES(endsAt), endsAt),
               status = IF(VALUES(modifiedAt) > modifiedAt, VALUES(status), status),
               modifiedAt = GREATEST(modifiedAt, VALUES(modifiedAt))`,
          );
          // a first load is joined at its end, all at once
          if (cursor.firstLoadDone) {
            const keys = new Set(raws.map((raw) => String(raw['ListingKey'])));
            await withSequence(manager, (sequence) => joinOpenHouses(manager, sequence, this.clock.date(), [...keys]));
          }
          await also(manager);
          return raws.length;
        }),
    });
  }

  /** What no record holds by itself: once for all parcels, and for open houses whenever one may have passed. */
  private async join(): Promise<void> {
    const cursor = await this.cursor('Joined');
    const now = this.clock.date();
    if (!cursor.firstLoadDone) {
      this.progress = { ...this.progress, doing: 'joining the listings of each home' };
      await this.database.transaction(async (manager) => {
        await withSequence(manager, (sequence) => joinHomes(manager, sequence, null));
        await manager.save(FeedCursorRow, { ...cursor, firstLoadDone: true });
      });
    }
    const minute = now.toISOString().slice(0, 16);
    if (minute === this.openHousesAt) return;
    await this.database.transaction((manager) =>
      withSequence(manager, (sequence) => joinOpenHouses(manager, sequence, now, null)),
    );
    this.openHousesAt = minute;
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

  private async rawPage(resource: string, key: string, from: Place): Promise<Page & { readonly raws: readonly Raw[] }> {
    const raws = await this.source.after(resource, key, from);
    return { raws, size: raws.length, last: lastOf(raws, key) };
  }

  /**
   * Reads a resource from its cursor on, page after page; the cursor moves in the transaction that writes a page, and
   * the next page is asked for meanwhile. Once all was read, each round begins a little earlier, for what came late.
   */
  private async follow<P extends Page>(
    cursor: FeedCursorRow,
    doing: FeedProgress['doing'],
    again: boolean,
    { ask, write }: Steps<P>,
  ): Promise<number> {
    let changed = 0;
    let from = again ? { at: earlier(cursor.modifiedAt), key: '' } : { at: cursor.modifiedAt, key: cursor.lastKey };
    let next = ask(from);
    for (;;) {
      let page: P;
      try {
        page = await next;
      } catch (error) {
        if (error instanceof NoSuchResource) return changed;
        throw error;
      }
      const done = page.size === 0;
      if (done && cursor.firstLoadDone) return changed;
      if (page.last) from = later(page.last, from);
      if (!done) next = ask(from);
      next.catch(() => undefined);
      if (later(from, { at: cursor.modifiedAt, key: cursor.lastKey }) === from)
        Object.assign(cursor, { modifiedAt: from.at, lastKey: from.key });
      cursor.firstLoadDone ||= done;
      changed += await write(page, (manager) => manager.save(FeedCursorRow, cursor));
      this.tell(doing, page.size);
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
